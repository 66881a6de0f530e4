<script lang="ts">
  import Fault from './Fault.svelte';
  import Kbd from 'flowbite-svelte/Kbd.svelte';
  import X from '@lucide/svelte/icons/x';
  import Press from './Press.svelte';
  import type { House } from './house.svelte';
  import Entry from './Entry.svelte';
  import { shownKey, toolKeys } from './keys.svelte';
  import { keysOfAll, keysWithout, shelves, type Shelf } from '../editor/stages';
  import type { KeyHint } from '../editor/tool';

  let { house, onclose }: { house: House; onclose: () => void } = $props();
  const { tool } = $derived(house.hand);
  const nameOfTool = $derived(shelves.find((one) => one.tool === tool?.name)?.label ?? 'What is in hand');
  const groups = $derived<{ title: string; keys: readonly KeyHint[] }[]>([
    ...(tool ? [{ title: nameOfTool, keys: [...(tool.keys ?? []), ...keysOfAll] }] : []),
    { title: 'Anywhere', keys: keysWithout }
  ]);

  let fault = $state('');
  const change = (shelf: Shelf, text: string) => (fault = toolKeys.set(shelf, text) ?? '');
</script>

<section
  class="absolute inset-y-0 left-0 z-20 w-[640px] max-w-full overflow-y-auto border-r border-fog bg-white px-5 py-4 shadow-lg"
  aria-label="Keys"
>
  <header class="flex items-center">
    <h2 class="flex-1 font-semibold">Keys</h2>
    <Press class="p-1 text-shale" aria-label="Close the keys" onclick={onclose}><X size={16} /></Press>
  </header>
  <h3 class="mt-4 text-xs font-semibold text-shale">Tools: write another letter to change a key</h3>
  {#if fault}<Fault class="mt-1">{fault}</Fault>{/if}
  <dl class="mt-1 grid grid-cols-2 gap-x-6">
    {#each shelves as shelf (shelf.tool)}
      <div class="flex items-baseline gap-3 border-b border-fog py-0.5">
        <dt class="w-24 shrink-0">
          <Entry
            class="w-12 text-center font-semibold"
            aria-label="Key of {shelf.label}"
            maxlength={2}
            value={shownKey(toolKeys.of(shelf))}
            onput={(text) => change(shelf, text.trim())}
          />
        </dt>
        <dd>{shelf.label}</dd>
      </div>
    {/each}
  </dl>
  {#if toolKeys.changed}<Press class="mt-2 text-kelp underline" onclick={() => toolKeys.reset()}
      >Take back the keys as they were</Press
    >{/if}
  {#each groups as { title, keys } (title)}
    <h3 class="mt-4 text-xs font-semibold text-shale">{title}</h3>
    <dl class="mt-1 grid grid-cols-2 gap-x-6">
      {#each keys as { key, does } (key + does)}
        <div class="flex items-baseline gap-3 border-b border-fog py-1">
          <dt class="w-24 shrink-0"><Kbd>{key}</Kbd></dt>
          <dd>{does}</dd>
        </div>
      {/each}
    </dl>
  {/each}
</section>
