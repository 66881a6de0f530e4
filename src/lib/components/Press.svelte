<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { ComponentProps } from 'svelte';

  /** A button of the library without a look of its own: what can be pressed in lists, rails and panels. */
  let { class: own = '', children, ...rest }: ComponentProps<typeof Button> = $props();
</script>

<Button
  {...rest}
  color="alternative"
  class="inline-block justify-start rounded-none border-0 bg-transparent p-0 text-[length:inherit] font-normal text-inherit hover:bg-transparent hover:text-inherit focus-within:text-inherit {own}"
  >{@render children?.()}</Button
>
