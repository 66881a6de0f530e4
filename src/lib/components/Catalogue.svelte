<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Copy from '@lucide/svelte/icons/copy';
  import FileDown from '@lucide/svelte/icons/file-down';
  import FileUp from '@lucide/svelte/icons/file-up';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import X from '@lucide/svelte/icons/x';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import CatalogueCompare from './CatalogueCompare.svelte';
  import EntryPicture from './EntryPicture.svelte';
  import Fault from './Fault.svelte';
  import Press from './Press.svelte';
  import type { House } from './house.svelte';
  import { formatLength } from '../core/units/length';
  import { problemOf, saveFile, stemOf } from './project-file';
  import { readCatalogue, writeCatalogue } from '../core/exchange/catalogue-file';
  import { usesOf } from '../core/kinds/catalogue-entry/uses';
  import type { CatalogueEntry } from '../core/kinds/catalogue-entry/record';
  import { formWords } from '../editor/kinds/catalogue-entry/fields';

  /** Door sets and window units, drawn to one scale; the one that is chosen is changed in Details. */
  let { house, onclose }: { house: House; onclose: () => void } = $props();
  let sought = $state('');
  let fault = $state('');
  let told = $state('');
  /** Ids of those that are looked at side by side. */
  let compared = $state<string[]>([]);
  const sideBySide = $derived(compared.flatMap((id) => house.project.tables.catalogueEntry.get(id) ?? []));

  const compare = (id: string) =>
    (compared = compared.includes(id) ? compared.filter((one) => one !== id) : [...compared, id].slice(-4));

  /** Pixels to a mm, for all alike. */
  const scale = 0.026;
  const { editor } = $derived(house);
  const uses = $derived(usesOf(house.project));
  const groups = $derived(
    (['door', 'window'] as const).map((filling) => ({
      title: filling === 'door' ? 'Door sets' : 'Window units',
      entries: [...house.project.tables.catalogueEntry.values()].filter(
        (entry) =>
          entry.filling === filling &&
          `${entry.name} ${formWords[entry.form]}`.toLowerCase().includes(sought.trim().toLowerCase())
      )
    }))
  );
  const timesUsed = (count = 0) =>
    count === 0 ? 'not used' : count === 1 ? 'used once' : `used ${count} times`;
  const sizeOf = ({ size }: CatalogueEntry) =>
    [size.width, size.height].map((value) => formatLength(value, editor.settings.units)).join(' × ');

  function act(name: string, args: object): boolean {
    fault = editor.refusal({ name, args }) ?? '';
    return fault === '';
  }

  async function save() {
    const entries = groups.flatMap((group) => group.entries);
    if (entries.length === 0) {
      fault = 'Nothing is found that could be kept.';
      return;
    }
    const name = `${stemOf(editor.settings.name)}.catalogue.json`;
    fault = (await saveFile(Promise.resolve(writeCatalogue(entries)), 'application/json', name)) ?? '';
  }

  async function bring() {
    told = '';
    const { fileOpen } = await import('browser-fs-access');
    try {
      const file = await fileOpen({
        extensions: ['.json', '.cliffstead'],
        description: 'A catalogue, or a project'
      });
      const read = readCatalogue(file.name, new Uint8Array(await file.arrayBuffer()));
      if (!read.ok) fault = `${read.problem.message} ${read.problem.hint}`;
      else {
        const before = editor.project.tables.catalogueEntry.size;
        if (!act('bringEntries', { entries: read.entries })) return;
        const count = editor.project.tables.catalogueEntry.size - before;
        told = `${count} of ${read.entries.length} brought from "${file.name}"; the others are here already.`;
        if (count === read.entries.length) told = `${count} brought from "${file.name}".`;
      }
    } catch (error) {
      fault = problemOf(error, 'The file', 'read') ?? '';
    }
  }

  function copy({ id, name }: CatalogueEntry) {
    const names = new Set([...house.project.tables.catalogueEntry.values()].map((one) => one.name));
    let free = `${name}, changed`;
    for (let n = 2; names.has(free); n++) free = `${name}, changed ${n}`;
    if (!act('saveEntry', { like: id, name: free })) return;
    const made = [...editor.project.tables.catalogueEntry.values()].find((one) => one.name === free);
    if (made) editor.select([made.id]);
  }
</script>

<section
  class="absolute inset-y-0 left-0 z-20 flex w-[332px] max-w-full flex-col border-r border-fog bg-white shadow-lg"
  aria-label="Catalogue"
>
  <header class="flex items-center gap-3 border-b border-fog px-4 py-2">
    <h2 class="font-semibold">Catalogue</h2>
    <Input
      type="search"
      size="sm"
      aria-label="Find in the catalogue"
      placeholder="Find by name or form"
      bind:value={sought}
    />
    <Press class="p-1 text-shale" aria-label="Close the catalogue" onclick={onclose}><X size={16} /></Press>
  </header>
  <div class="flex gap-2 border-b border-fog px-4 py-1.5">
    <Press class="flex items-center gap-1.5 py-1 text-xs text-tide" onclick={bring}
      ><FileDown size={14} /> Bring from a file</Press
    >
    <Press
      class="flex items-center gap-1.5 py-1 text-xs text-tide"
      title="{sought ? 'Those that are found' : 'All of them'}, to be brought into another project"
      onclick={save}><FileUp size={14} /> Keep as a file</Press
    >
  </div>
  {#if fault}<Fault class="m-3 text-xs">{fault}</Fault>{/if}
  {#if told}<p class="mx-4 my-2 text-xs text-shale" role="status">{told}</p>{/if}
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-2">
    {#each groups as { title, entries } (title)}
      <h3 class="mt-2 mb-1 text-[13px] font-semibold">{title}</h3>
      {#if entries.length === 0}<p class="text-xs text-shale">
          {sought ? 'None is called that.' : 'None is in the catalogue.'}
        </p>{/if}
      <ul class="divide-y divide-fog">
        {#each entries as entry (entry.id)}
          {@const isChosen = house.hand.selection.has(entry.id)}
          <li class="flex items-center gap-1 {isChosen ? 'bg-primary-100' : ''}">
            <Checkbox
              class="mr-1"
              aria-label="Compare {entry.name}"
              title="Compare it side by side"
              checked={compared.includes(entry.id)}
              onchange={() => compare(entry.id)}
            />
            <Press
              class="flex min-w-0 flex-1 items-center gap-3 py-1.5 text-left"
              aria-pressed={isChosen}
              onclick={() => editor.select([entry.id])}
            >
              <span class="grid h-[72px] w-[92px] shrink-0 items-end justify-center">
                <EntryPicture {entry} {scale} width={92} height={72} />
              </span>
              <span class="min-w-0 text-[13px]">
                <span class="block truncate font-semibold" title={entry.name}>{entry.name}</span>
                <span class="block text-xs text-shale">{formWords[entry.form]}</span>
                <span class="block text-xs text-shale">{sizeOf(entry)} · {timesUsed(uses.get(entry.id))}</span
                >
              </span>
            </Press>
            <Press
              class="p-1.5 text-shale hover:text-kelp"
              aria-label="Make another like {entry.name}"
              title="Make another like it"
              onclick={() => copy(entry)}><Copy size={14} /></Press
            >
            <Press
              class="p-1.5 text-shale hover:text-rust"
              aria-label="Remove {entry.name}"
              title="Remove it from the catalogue"
              onclick={() => act('deleteItems', { ids: [entry.id] })}><Trash2 size={14} /></Press
            >
          </li>
        {/each}
      </ul>
    {/each}
  </div>
</section>

{#if sideBySide.length > 1}
  <CatalogueCompare {house} entries={sideBySide} onclose={() => (compared = [])} />
{/if}
