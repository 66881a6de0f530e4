<script lang="ts">
  import Fault from '$lib/components/Fault.svelte';
  import Press from '$lib/components/Press.svelte';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import Copy from '@lucide/svelte/icons/copy';
  import FolderOpen from '@lucide/svelte/icons/folder-open';
  import House from '@lucide/svelte/icons/house';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import {
    demoNames,
    layDemo,
    making,
    type Demo,
    projectsHere,
    removeProject
  } from '$lib/components/projects';
  import { isInMemory, storageProblem, workInMemory } from '$lib/storage/database';
  import { pictureSize } from '$lib/storage/shelf';
  import { storageFault } from '$lib/storage/faults';
  import { isOpenElsewhere } from '$lib/storage/tabs';
  import type { ProjectRow } from '$lib/storage/database';

  let rows = $state.raw<ProjectRow[] | undefined>();
  let fault = $state('');
  let asking = $state(false);
  let doomed = $state.raw<ProjectRow | undefined>();
  let renaming = $state<{ id: string; name: string } | undefined>();
  let sought = $state('');
  let order = $state<'changed' | 'name'>('changed');
  let isElsewhere = $state(false);
  let refused = $state.raw<Awaited<ReturnType<typeof storageProblem>>>();
  let picker: HTMLInputElement;

  const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

  onMount(async () => {
    if (!isInMemory()) refused = await storageProblem();
    if (!refused) await list();
  });

  /** Do something with what is kept, and say in words what the browser refuses. */
  async function tell(work: () => Promise<void>) {
    fault = '';
    try {
      await work();
    } catch (refusal) {
      const { text, hint } = storageFault(refusal);
      fault = `${text} ${hint}`;
    }
  }

  const list = () =>
    tell(async () => {
      rows = await projectsHere();
    });

  async function withoutStorage() {
    await workInMemory();
    refused = undefined;
    await list();
  }

  async function askToRemove(row: ProjectRow) {
    isElsewhere = await isOpenElsewhere(row.id);
    doomed = row;
  }

  async function take(files: FileList | null) {
    const file = files?.[0];
    picker.value = '';
    if (!file) return;
    await tell(async () => {
      const result = await (await making()).openFile(file);
      if (result.ok) await goto(`/project/${result.id}`);
      else fault = `${result.problem.message} ${result.problem.hint}`;
    });
  }

  async function begin(
    ...given: Parameters<Awaited<ReturnType<typeof making>>['startProject']>
  ): Promise<string | undefined> {
    let refused: string | undefined;
    await tell(async () => {
      const made = await (await making()).startProject(...given);
      if (made.ok) await goto(`/project/${made.id}`);
      else refused = `${made.problem.message} ${made.problem.hint}`;
    });
    return refused;
  }

  const remove = (id: string) =>
    tell(async () => {
      await removeProject(id);
      doomed = undefined;
      rows = await projectsHere();
    });

  const copy = (id: string) =>
    tell(async () => {
      await (await making()).copyProject(id);
      rows = await projectsHere();
    });

  const rename = ({ id, name }: { id: string; name: string }) =>
    tell(async () => {
      if (await isOpenElsewhere(id)) {
        fault = 'It is open in another tab: give it another name there.';
        return;
      }
      const problem = await (await making()).renameProject(id, name);
      if (problem) fault = `${problem.message} ${problem.hint}`;
      else renaming = undefined;
      rows = await projectsHere();
    });

  const { width, height } = pictureSize;
  const pictureBox = `-3 -3 ${width + 6} ${height + 6}`;

  const orders = {
    changed: { label: 'last changed first', before: (p: ProjectRow, q: ProjectRow) => q.changed - p.changed },
    name: { label: 'by name', before: (p: ProjectRow, q: ProjectRow) => p.name.localeCompare(q.name) }
  };
  const shown = $derived(
    (rows ?? [])
      .filter(({ name }) => name.toLowerCase().includes(sought.trim().toLowerCase()))
      .sort(orders[order].before)
  );

  const demo = (name: Demo) => tell(async () => goto(`/project/${await layDemo(name)}`));
</script>

<svelte:head><title>Cliffstead: projects</title></svelte:head>

<header class="flex h-12 items-center gap-3 bg-bar px-4 text-on-bar">
  <img src="/mark.svg" alt="" class="h-6 w-6" />
  <span class="text-[15px] font-semibold">Cliffstead</span>
  <span class="text-on-bar/85">From a house plan to a model that others can build from</span>
</header>

<main class="mx-auto max-w-4xl px-6 py-8">
  <div class="flex items-end justify-between gap-4">
    <div>
      <h1 class="text-xl font-semibold">Projects</h1>
      <p class="mt-1 text-shale">
        {refused
          ? 'None can be kept here as it is.'
          : rows && isInMemory()
            ? 'They are in this page only, and gone with it: save files of what you want to keep.'
            : 'They are kept in this browser. Save a file to take one elsewhere.'}
      </p>
    </div>
    <div class="flex gap-2">
      <Button color="light" disabled={!!refused} onclick={() => picker.click()}
        ><FolderOpen size={16} class="mr-2" />Open a file</Button
      >
      <Button disabled={!!refused} onclick={() => (asking = !asking)} aria-expanded={asking}
        ><Plus size={16} class="mr-2" />New project</Button
      >
    </div>
  </div>
  <input
    bind:this={picker}
    type="file"
    accept=".cliffstead"
    class="hidden"
    aria-label="Project file"
    onchange={(e) => take(e.currentTarget.files)}
  />

  {#if fault}
    <Fault class="mt-4 bg-white px-4 py-3">{fault}</Fault>
  {/if}

  {#if asking}{#await import('$lib/components/NewProject.svelte') then { default: NewProject }}
      <NewProject onbegin={begin} onleave={() => (asking = false)} />
    {/await}{/if}

  {#if refused}
    <div role="alert" class="mt-8 border border-fog border-l-4 border-l-rust bg-white p-6">
      <p class="font-semibold">{refused.text}</p>
      <p class="mt-1 text-shale">{refused.hint}</p>
      <Button class="mt-4" onclick={withoutStorage}>Work without storage</Button>
    </div>
  {:else if rows === undefined}
    {#if !fault}<p class="mt-8 text-shale">Looking for projects…</p>{/if}
  {:else if rows.length === 0}
    <div class="mt-8 border border-dashed border-shale p-8 text-center">
      <p class="text-shale">
        No project is here yet. Start a new one, open a file, or look round a finished house.
      </p>
      {#each demoNames as name (name)}<Button class="mx-1 mt-4" color="light" onclick={() => demo(name)}
          >Lay out {name}</Button
        >{/each}
    </div>
  {:else}
    {#if rows.length > 1}
      <div class="mt-6 flex items-center gap-3">
        <Input
          type="search"
          class="max-w-72"
          aria-label="Find a project"
          placeholder="Find by name"
          bind:value={sought}
        />
        <Select class="ml-auto w-auto" placeholder="" aria-label="Order of the list" bind:value={order}>
          {#each Object.entries(orders) as [value, { label }] (value)}<option {value}>{label}</option>{/each}
        </Select>
      </div>
    {/if}
    {#if shown.length === 0}<p class="mt-6 text-shale">
        None is called that. <Press class="text-kelp underline" onclick={() => (sought = '')}>Show all</Press>
      </p>{/if}
    <ul class="mt-3 divide-y divide-fog border border-fog bg-white">
      {#each shown as row (row.id)}
        <li class="flex items-center gap-4 px-4 py-3">
          <span class="grid h-[56px] w-[72px] shrink-0 place-items-center bg-paper">
            {#if row.picture}<svg viewBox={pictureBox} class="h-full w-full" aria-hidden="true"
                ><path d={row.picture} class="fill-slate" /></svg
              >{:else}<House size={20} class="text-shale" />{/if}
          </span>
          {#if renaming?.id === row.id}
            <form
              class="flex-1"
              onsubmit={(event) => {
                event.preventDefault();
                if (renaming) void rename(renaming);
              }}
            >
              <Input
                aria-label="New name of {row.name}"
                bind:value={renaming.name}
                {@attach (field: HTMLInputElement) => {
                  field.focus();
                  field.select();
                }}
                onkeydown={(event: KeyboardEvent) => event.key === 'Escape' && (renaming = undefined)}
              />
            </form>
            <Button size="xs" color="light" onclick={() => (renaming = undefined)}>Leave it</Button>
          {:else}
            <a href="/project/{row.id}" class="min-w-0 flex-1" title={row.name}>
              <span class="block truncate font-semibold underline-offset-2 hover:underline">{row.name}</span>
              <span class="text-shale">{row.summary}</span>
            </a>
          {/if}
          <span class="text-shale">{when.format(row.changed)}</span>
          <Press
            class="p-2 text-shale hover:text-kelp"
            aria-label="Rename {row.name}"
            title="Give it another name"
            onclick={() => (renaming = { id: row.id, name: row.name })}><Pencil size={16} /></Press
          >
          <Press
            class="p-2 text-shale hover:text-kelp"
            aria-label="Copy {row.name}"
            title="Copy it as a project of its own"
            onclick={() => copy(row.id)}><Copy size={16} /></Press
          >
          <Press
            class="p-2 text-shale hover:text-rust"
            aria-label="Remove {row.name}"
            onclick={() => askToRemove(row)}><Trash2 size={16} /></Press
          >
        </li>
      {/each}
    </ul>
  {/if}
</main>
{#if doomed}{@const row =
    doomed}{#await import('$lib/components/RemoveProject.svelte') then { default: RemoveProject }}
    <RemoveProject {row} {isElsewhere} onremove={() => remove(row.id)} onleave={() => (doomed = undefined)} />
  {/await}{/if}
