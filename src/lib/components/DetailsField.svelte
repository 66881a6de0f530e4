<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import { inputOf } from './dress';
  import type { Field } from '../editor/details/card';

  /** `label`: spoken; `width`: of a field in a drawing; `set` is given what was typed or chosen. */
  let {
    field,
    fault,
    label,
    width,
    shown = field.value,
    set
  }: {
    field: Field;
    fault: string | undefined;
    label?: string;
    width?: string;
    /** In short, where its place in a drawing says the rest. */
    shown?: string;
    set: (field: Field, text: string) => void;
  } = $props();

  /** What is being typed: it stays, whatever is drawn anew meanwhile, and where it is refused. */
  let draft = $state<string | undefined>();

  function put({ value }: HTMLInputElement) {
    set(field, draft === undefined || value === shown ? field.value : value);
    if (fault === undefined) draft = undefined;
  }

  function onkeydown(event: KeyboardEvent) {
    const input = inputOf(event);
    if (event.key === 'Enter') put(input);
    else if (event.key === 'Escape') {
      event.preventDefault();
      draft = undefined;
      set(field, field.value);
      input.blur();
    }
  }
</script>

{#if field.kind === 'fact'}
  <span>{field.value}</span>
{:else if field.kind === 'choice'}
  <Select
    aria-label={label}
    placeholder=""
    style={width && `width: ${width}`}
    value={field.value}
    items={(field.choices ?? []).map(({ value, label: name }) => ({ value, name }))}
    onchange={(event) => set(field, event.currentTarget.value)}
  />
{:else if field.kind === 'flag'}
  <Checkbox
    aria-label={label}
    checked={field.value === 'yes'}
    onchange={(event) => set(field, event.currentTarget.checked ? 'yes' : 'no')}
  />
{:else}
  <Input
    aria-label={label}
    title={width && label}
    style={width && `width: ${width}`}
    class={width ? 'px-1 text-center font-semibold text-tide' : ''}
    value={draft ?? shown}
    oninput={(event: Event) => (draft = inputOf(event).value)}
    autocomplete="off"
    aria-invalid={fault !== undefined}
    onfocus={(event: FocusEvent) => inputOf(event).select()}
    {onkeydown}
    onblur={(event: FocusEvent) => put(inputOf(event))}
  />
{/if}
