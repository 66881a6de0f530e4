<script lang="ts">
  import Fault from './Fault.svelte';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import type { House } from './house.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import DetailsField from './DetailsField.svelte';
  import DetailsPicture from './DetailsPicture.svelte';
  import type { Field } from '../editor/details/card';
  import { picturesOf } from '../editor/kinds/pictures';
  import { fieldsInPictures } from '../editor/details/picture';
  import { describeNow, fieldNow } from '../editor/details/describe';

  let { house }: { house: House } = $props();
  let open = $state(true);
  let faults = $state<Record<string, string>>({});

  const card = $derived(
    (house.tick,
    house.editor.tool?.name === 'joint' || (house.editor.isTrial && house.editor.tool)
      ? undefined
      : describeNow(house.editor))
  );
  const fields = $derived(
    new Map(card?.groups.flatMap((group) => group.fields.map((field) => [field.name, field] as const)) ?? [])
  );
  const pictures = $derived(card && !card.isOfTool ? picturesOf(house.editor) : []);
  const drawn = $derived(fieldsInPictures(pictures));
  /** What has no place in the drawing. */
  const groups = $derived(
    (card?.groups ?? []).flatMap(({ title, folded, fields: all }) => {
      const left = all.filter(({ name }) => !drawn.has(name));
      return left.length > 0 ? [{ title, folded, fields: left }] : [];
    })
  );

  function set(field: Field, text: string) {
    if (text === field.value) {
      delete faults[field.name];
      return;
    }
    // A field that is left because something else was selected still means what it was drawn for.
    const isSame = house.hand.selection === house.editor.selection;
    const fault = (isSame ? fieldNow(house.editor, field) : field).set?.(text);
    if (fault) faults[field.name] = fault;
    else delete faults[field.name];
  }
</script>

{#snippet fieldsOf(list: readonly Field[])}
  {#each list as field (field.name)}
    {#if field.kind === 'flag'}
      <label class="mt-1.5 flex items-baseline gap-2 text-[13px]">
        <DetailsField {field} {set} label={field.label} fault={faults[field.name]} />
        <span
          >{field.label}{#if field.also}<span class="block text-xs text-tide">{field.also}</span>{/if}</span
        >
      </label>
    {:else}
      <label class="mt-1.5 block text-[13px]">
        <span class="block text-xs text-shale">{field.label}</span>
        <DetailsField {field} {set} label={field.label} fault={faults[field.name]} />
        {#if field.also}<span class="block text-xs text-tide">{field.also}</span>{/if}
      </label>
    {/if}
    {#if faults[field.name]}<Fault class="text-xs">{faults[field.name]}</Fault>{/if}
  {/each}
{/snippet}

{#if card}
  <section
    class="@container flex shrink-0 flex-col border-t border-fog bg-white {open ? 'h-[54%]' : ''}"
    aria-label="Details"
  >
    <header class="flex items-center gap-1 px-3 pt-2">
      <h2 class="flex-1 truncate" title="{card.title} {card.subtitle}">
        <span class="font-semibold">{card.title}</span> <span class="text-shale">{card.subtitle}</span>
      </h2>
      {#if (house.tick, !card.isOfTool && !house.editor.selection.has('project'))}<Button
          color="alternative"
          class="border-0 p-1 text-shale hover:text-rust"
          aria-label="Delete the selection"
          onclick={() => house.editor.deleteSelection()}><Trash2 size={15} /></Button
        >{/if}
      <Button
        color="alternative"
        class="border-0 p-1 text-shale"
        aria-label={open ? 'Fold details' : 'Unfold details'}
        aria-expanded={open}
        onclick={() => (open = !open)}><ChevronDown size={16} class={open ? '' : 'rotate-180'} /></Button
      >
    </header>
    {#if open}
      <div
        class="flex min-h-0 flex-1 flex-col overflow-y-auto px-3 pb-2 @md:flex-row @md:gap-3 @md:overflow-hidden"
      >
        <div class="shrink-0 @md:overflow-y-auto {pictures.length > 0 ? '@md:w-[250px]' : ''}">
          {#each pictures as picture (picture.label)}
            <DetailsPicture {picture} {fields} {faults} {set} />
          {/each}
          {#each [...drawn].filter((name) => faults[name]) as name (name)}
            <Fault class="text-xs">{faults[name]}</Fault>
          {/each}
          {#if card.photo}{#await import('./PhotoOf.svelte') then { default: PhotoOf }}
              <PhotoOf photo={card.photo} />
            {/await}{/if}
          {#if card.note}<p class="mt-1 text-xs text-shale">{card.note}</p>{/if}
        </div>
        <div class="min-w-0 flex-1 @md:overflow-y-auto">
          {#each groups as group (group.title)}
            <fieldset class="mt-3">
              <legend class="text-[13px] font-semibold">{group.title}</legend>
              {#if group.folded === undefined}
                {@render fieldsOf(group.fields)}
              {:else}
                <details class="mt-1 text-[13px]">
                  <summary class="cursor-pointer text-tide">{group.folded}</summary>
                  {@render fieldsOf(group.fields)}
                </details>
              {/if}
            </fieldset>
          {/each}
          {#if card.actions}
            <div class="mt-3 flex flex-wrap gap-1.5 border-t border-fog pt-3">
              {#each card.actions as action (action.label)}
                <Button color="light" class="rounded-none px-2 py-1 text-xs" onclick={action.run}
                  >{action.label}</Button
                >
              {/each}
            </div>
          {/if}
        </div>
      </div>
    {/if}
  </section>
{/if}
