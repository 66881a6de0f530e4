<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import X from '@lucide/svelte/icons/x';
  import EntryPicture from './EntryPicture.svelte';
  import Press from './Press.svelte';
  import type { House } from './house.svelte';
  import { formatLength } from '../core/units/length';
  import { clearOf } from '../core/kinds/catalogue-entry/clear';
  import type { CatalogueEntry } from '../core/kinds/catalogue-entry/record';
  import { CardMaker } from '../editor/details/card';
  import { bodyGroups, formWords } from '../editor/kinds/catalogue-entry/fields';
  import { sampleHole } from '../editor/kinds/catalogue-entry/picture';

  /** Door sets and window units side by side, to one scale: what is unlike in them first. */
  let { house, entries, onclose }: { house: House; entries: readonly CatalogueEntry[]; onclose: () => void } =
    $props();

  const valuesOf = (entry: CatalogueEntry): Map<string, string> => {
    const length = (value: number) => formatLength(value, house.editor.settings.units);
    const unset = () => ({ name: '', args: {} });
    const fields = bodyGroups(new CardMaker(house.editor), entry, unset).flatMap((group) => group.fields);
    const { width, height } = entry.size;
    return new Map([
      ['Form', formWords[entry.form]],
      ['A new one', `${length(width)} × ${length(height)}`],
      ['Clear width', length(clearOf(entry, sampleHole(entry)).width)],
      ...fields.map(({ label, value, choices }): [string, string] => [
        label,
        choices?.find((one) => one.value === value)?.label ?? value
      ])
    ]);
  };
  const all = $derived(entries.map(valuesOf));
  const rows = $derived(
    [...new Set(all.flatMap((values) => [...values.keys()]))]
      .map((label) => {
        const values = all.map((one) => one.get(label) ?? '');
        return { label, values, isUnlike: values.some((value) => value !== values[0]) };
      })
      .sort((p, q) => Number(q.isUnlike) - Number(p.isUnlike))
  );

  /** It was opened last. */
  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    onclose();
  }
</script>

<svelte:window onkeydowncapture={onkeydown} />

<section
  class="absolute inset-y-0 left-[332px] z-20 flex max-w-[calc(100%-332px)] flex-col overflow-auto border-r border-fog bg-white p-3 shadow-lg"
  aria-label="Side by side"
>
  <header class="mb-2 flex items-center gap-3">
    <h2 class="flex-1 font-semibold">Side by side</h2>
    <Press class="p-1 text-shale" aria-label="Close the comparison" onclick={onclose}><X size={16} /></Press>
  </header>
  <Table border={false} class="text-[13px]">
    <thead>
      <tr>
        <td></td>
        {#each entries as entry (entry.id)}
          <th scope="col" class="w-[150px] p-2 text-left align-bottom font-semibold">
            <EntryPicture {entry} scale={0.045} width={140} height={120} />
            <span class="mt-1 block">{entry.name}</span>
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each rows as { label, values, isUnlike } (label)}
        <tr class="border-t border-fog">
          <th scope="row" class="p-1.5 text-left font-normal text-shale">{label}</th>
          {#each values as value, i (i)}
            <td class="p-1.5 {isUnlike ? 'font-semibold text-slate' : 'text-shale'}">{value || '–'}</td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </Table>
</section>
