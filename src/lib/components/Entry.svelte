<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import type { ComponentProps } from 'svelte';
  import { inputOf } from './dress';

  /** An input of the library that keeps what is being typed, whatever is drawn anew meanwhile; `onput` gets it at the end. */
  let {
    value,
    onput,
    ...rest
  }: Omit<ComponentProps<typeof Input>, 'value' | 'children'> & {
    value: string;
    onput: (text: string) => void;
  } = $props();
  let draft = $state<string | undefined>();

  function put(event: Event) {
    const text = inputOf(event).value;
    draft = undefined;
    onput(text);
  }
</script>

<Input
  {...rest}
  value={draft ?? value}
  oninput={(event: Event) => (draft = inputOf(event).value)}
  onchange={put}
/>
