<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import Table from 'flowbite-svelte/Table.svelte';
  import X from '@lucide/svelte/icons/x';
  import Fault from './Fault.svelte';
  import Press from './Press.svelte';
  import type { House } from './house.svelte';
  import { saveFile, stemOf } from './project-file';
  import { works, workWords, type Work } from '../core/document/work';
  import { storeysInOrder } from '../core/kinds/storey/record';
  import { quantitiesCsv, type Quantity } from '../core/takeoff/quantities';
  import { formatVolume, formatWeight } from '../core/units/area';

  /** How much is built of what, of all stages of work or of one. Counted anew with every change. */
  let { house, onclose }: { house: House; onclose: () => void } = $props();
  let work = $state<Work | ''>('');
  let storey = $state('');
  let all = $state.raw<readonly Quantity[] | undefined>();
  let fault = $state('');

  $effect(() => {
    const asked = house.project;
    house.quantities().then(
      (rows) => {
        if (asked === house.project && rows) [all, fault] = [rows, ''];
      },
      (reason: Error) => (fault = `The quantities could not be counted: ${reason.message}.`)
    );
  });

  const storeys = $derived(storeysInOrder(house.project));
  const { units } = $derived((house.project, house.editor.settings));
  const rows = $derived(
    (all ?? []).filter((row) => (!work || row.work === work) && (!storey || row.storey === storey))
  );
  const total = $derived({
    volume: rows.reduce((sum, row) => sum + row.volume, 0),
    weight: rows.reduce((sum, row) => sum + (row.weight ?? 0), 0)
  });
  const nameOfStorey = (id: string) => storeys.find((one) => one.id === id)?.name ?? id;

  async function save() {
    const { editor } = house;
    fault =
      (await saveFile(
        Promise.resolve(quantitiesCsv(editor.project, rows)),
        'text/csv',
        [stemOf(editor.settings.name), 'quantities', ...(work ? [work] : [])].join('-') + '.csv'
      )) ?? '';
  }
</script>

<section
  class="absolute inset-y-0 right-0 z-20 flex w-[680px] max-w-full flex-col border-l border-fog bg-white text-[13px] shadow-lg"
  aria-label="Quantities"
>
  <header class="flex items-center gap-3 border-b border-fog px-4 py-2">
    <h2 class="flex-1 font-semibold">Quantities</h2>
    <label class="flex items-center gap-1.5 text-shale"
      >Stage of work<Select placeholder="" class="w-auto" aria-label="Stage of work" bind:value={work}>
        <option value="">all</option>
        {#each works as one (one)}<option value={one}>{workWords[one]}</option>{/each}
      </Select></label
    >
    <label class="flex items-center gap-1.5 text-shale"
      >Storey<Select placeholder="" class="w-auto" aria-label="Storey" bind:value={storey}>
        <option value="">all</option>
        {#each storeys as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
      </Select></label
    >
    <Button size="xs" color="light" disabled={rows.length === 0} onclick={save}>Save as a table (.csv)</Button
    >
    <Press class="p-1 text-shale" aria-label="Close the quantities" onclick={onclose}><X size={16} /></Press>
  </header>
  {#if fault}<Fault class="m-3">{fault}</Fault>{/if}
  <div class="min-h-0 flex-1 overflow-y-auto px-4 pb-3">
    {#if !all}
      <p class="py-6 text-shale">Counting…</p>
    {:else if rows.length === 0}
      <p class="py-6 text-shale">
        {all.length === 0
          ? 'Nothing has been built yet: draw walls first.'
          : `Nothing here is ${work ? workWords[work] : 'built'}.`}
      </p>
    {:else}
      <Table border={false} class="text-[13px]">
        <thead class="sticky top-0 bg-white text-shale">
          <tr class="border-b border-fog">
            {#each ['Storey', 'Thing', 'Material', 'Stage of work'] as head (head)}<th
                scope="col"
                class="py-1.5 pr-3 text-left font-normal">{head}</th
              >{/each}
            {#each ['Count', 'Volume', 'Weight'] as head (head)}<th
                scope="col"
                class="py-1.5 pl-3 text-right font-normal">{head}</th
              >{/each}
          </tr>
        </thead>
        <tbody>
          {#each rows as row (`${row.work} ${row.storey} ${row.thing} ${row.material} ${row.of}`)}
            <tr class="border-b border-fog">
              <td class="py-1 pr-3">{nameOfStorey(row.storey)}</td>
              <td class="py-1 pr-3">{row.thing}</td>
              <td class="py-1 pr-3">{row.of}</td>
              <td class="py-1 pr-3 text-shale">{workWords[row.work]}</td>
              <td class="py-1 pl-3 text-right tabular-nums">{row.count}</td>
              <td class="py-1 pl-3 text-right tabular-nums">{formatVolume(row.volume, units, 3)}</td>
              <td class="py-1 pl-3 text-right tabular-nums"
                >{row.weight === null ? '–' : formatWeight(row.weight, units)}</td
              >
            </tr>
          {/each}
        </tbody>
        <tfoot>
          <tr class="font-semibold">
            <th scope="row" colspan="5" class="py-1.5 text-left">All of these</th>
            <td class="py-1.5 pl-3 text-right tabular-nums">{formatVolume(total.volume, units, 3)}</td>
            <td class="py-1.5 pl-3 text-right tabular-nums">{formatWeight(total.weight, units)}</td>
          </tr>
        </tfoot>
      </Table>
    {/if}
  </div>
</section>
