<script lang="ts">
  import Press from '$lib/components/Press.svelte';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Copy from '@lucide/svelte/icons/copy';
  import FolderOpen from '@lucide/svelte/icons/folder-open';
  import House from '@lucide/svelte/icons/house';
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
  import { storageFault } from '$lib/storage/faults';
  import { isOpenElsewhere } from '$lib/storage/tabs';
  import type { ProjectRow } from '$lib/storage/database';

  let rows = $state.raw<ProjectRow[] | undefined>();
  let fault = $state('');
  let asking = $state(false);
  let doomed = $state('');
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

  async function askToRemove(id: string) {
    isElsewhere = await isOpenElsewhere(id);
    doomed = id;
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
      doomed = '';
      rows = await projectsHere();
    });

  const copy = (id: string) =>
    tell(async () => {
      await (await making()).copyProject(id);
      rows = await projectsHere();
    });

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
    <p role="alert" class="mt-4 border-l-4 border-rust bg-white px-4 py-3 text-rust">{fault}</p>
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
    <ul class="mt-6 divide-y divide-fog border border-fog bg-white">
      {#each rows as row (row.id)}
        <li class="flex items-center gap-4 px-4 py-3">
          <House size={20} class="text-kelp" />
          <a href="/project/{row.id}" class="flex-1">
            <span class="block font-semibold underline-offset-2 hover:underline">{row.name}</span>
            <span class="text-shale">{row.summary}</span>
          </a>
          <span class="text-shale">{when.format(row.changed)}</span>
          {#if doomed === row.id}
            {#if isElsewhere}<span class="text-rust">It is open in another tab.</span>{/if}
            <Button size="xs" color="red" onclick={() => remove(row.id)}>Remove for good</Button>
            <Button size="xs" color="light" onclick={() => (doomed = '')}>Keep</Button>
          {:else}
            <Press
              class="p-2 text-shale hover:text-kelp"
              aria-label="Copy {row.name}"
              title="Copy it as a project of its own"
              onclick={() => copy(row.id)}><Copy size={16} /></Press
            >
            <Press
              class="p-2 text-shale hover:text-rust"
              aria-label="Remove {row.name}"
              onclick={() => askToRemove(row.id)}><Trash2 size={16} /></Press
            >
          {/if}
        </li>
      {/each}
    </ul>
  {/if}
</main>
