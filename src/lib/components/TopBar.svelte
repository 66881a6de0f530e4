<script lang="ts">
  import Press from './Press.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import FileOutput from '@lucide/svelte/icons/file-output';
  import History from '@lucide/svelte/icons/history';
  import Moon from '@lucide/svelte/icons/moon';
  import Redo2 from '@lucide/svelte/icons/redo-2';
  import Sun from '@lucide/svelte/icons/sun';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import type { House } from './house.svelte';
  import type { Stack } from '../editor/history';
  import { theme } from './theme.svelte';
  import { settingsOf } from '../core/document/project';

  let {
    house,
    handing = $bindable(),
    versions = $bindable()
  }: { house: House; handing: boolean; versions: boolean } = $props();
  const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

  const history = $derived(house.history);
  const labelOf = (stack: Stack) =>
    stack.recent.at(-1)?.label ?? (stack.older.length > 0 ? 'an older step' : undefined);
  const name = $derived(settingsOf(house.project).name);
  const undoLabel = $derived(labelOf(history.undo));
  const redoLabel = $derived(labelOf(history.redo));
</script>

<header class="relative col-span-3 flex items-center gap-3 bg-bar px-3 text-on-bar">
  <a href="/" class="flex items-center gap-2 font-semibold" aria-label="Cliffstead: all projects"
    ><img src="/mark.svg" alt="" class="h-6 w-6" />Cliffstead</a
  >
  <h1 class="ml-2 max-w-[30vw] truncate text-[15px]" data-testid="project-name" title={name}>{name}</h1>
  <span class="text-on-bar/85" data-testid="saved" aria-live="polite">
    {#if house.isLost}<span class="bg-rust px-2 py-0.5 text-white">Nothing more is kept</span
      >{:else if house.unsaved}<span
        class="block max-w-[44vw] truncate bg-rust px-2 py-0.5 text-white"
        title="{house.unsaved.text} {house.unsaved.hint}">{house.unsaved.text} {house.unsaved.hint}</span
      >{:else if house.following}Following the tab that edits{:else if house.inMemory}In this page only: hand
      over a file to keep it{:else if house.saving}Saving…{:else if house.saved}Saved
      {clock.format(house.saved)}{/if}
  </span>
  <span class="flex-1"></span>
  <Press
    class="flex items-center gap-2 px-2 py-1 disabled:opacity-50"
    onclick={() => house.editor.undo()}
    disabled={!undoLabel}
    title={undoLabel ? `Undo: ${undoLabel}` : 'Nothing to undo'}
  >
    <Undo2 size={17} /><span class="hidden xl:inline">Undo</span><span class="sr-only xl:hidden">Undo</span>
  </Press>
  <Press
    class="flex items-center gap-2 px-2 py-1 disabled:opacity-50"
    onclick={() => house.editor.redo()}
    disabled={!redoLabel}
    title={redoLabel ? `Redo: ${redoLabel}` : 'Nothing to redo'}
  >
    <Redo2 size={17} /><span class="hidden xl:inline">Redo</span><span class="sr-only xl:hidden">Redo</span>
  </Press>
  <Press
    class="px-2 py-1"
    aria-label={theme.name === 'day' ? 'Night colours' : 'Day colours'}
    title={theme.name === 'day' ? 'Night colours' : 'Day colours'}
    onclick={() => theme.toggle()}
    >{#if theme.name === 'day'}<Moon size={17} />{:else}<Sun size={17} />{/if}</Press
  >
  <Press
    class="flex items-center gap-2 px-2 py-1"
    aria-expanded={versions}
    onclick={() => {
      versions = !versions;
      handing = false;
    }}><History size={17} />Versions</Press
  >
  <Button
    size="sm"
    aria-expanded={handing}
    onclick={() => {
      handing = !handing;
      versions = false;
    }}><FileOutput size={16} class="mr-2" />Hand over</Button
  >
  <!-- Panels are read when they are first opened. -->
  {#if versions}{#await import('./Versions.svelte') then { default: Versions }}
      <Versions {house} onclose={() => (versions = false)} />
    {/await}{/if}
  {#if handing}{#await import('./HandOver.svelte') then { default: HandOver }}
      <HandOver {house} onclose={() => (handing = false)} />
    {/await}{/if}
</header>
