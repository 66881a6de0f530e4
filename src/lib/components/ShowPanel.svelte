<script lang="ts">
  import Kbd from 'flowbite-svelte/Kbd.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Press from './Press.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import Eye from '@lucide/svelte/icons/eye';
  import EyeOff from '@lucide/svelte/icons/eye-off';
  import Lock from '@lucide/svelte/icons/lock';
  import LockOpen from '@lucide/svelte/icons/lock-open';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import type { House } from './house.svelte';
  import { layersOf } from '../core/kinds/layer/layers';
  import type { Layer } from '../core/kinds/layer/record';

  let { house }: { house: House } = $props();

  const { editor } = $derived(house);
  const layers = $derived(layersOf(house.project));
  const veil = $derived(house.hand.veil);
  const works = $derived(house.hand.worksShown);
  const takes = $derived(house.hand.boxTakes);
  const alone = $derived(house.hand.isolated !== undefined);

  function set({ id, holds }: Layer, changes: object) {
    editor.perform({
      name: 'setLayer',
      args: { ...(holds.by === 'kind' ? { what: holds.what } : { id }), ...changes }
    });
  }
</script>

<section
  class="absolute bottom-10 left-2 z-10 flex max-h-[calc(100%-60px)] w-[268px] flex-col border border-fog bg-white px-3 py-2 text-[13px] shadow-md"
  aria-label="What is shown"
>
  <label class="flex items-center gap-2 py-0.5"
    ><Checkbox checked={veil} onchange={(event) => editor.setVeil(event.currentTarget.checked)} />
    <span class="flex-1">Veil all but what is in hand</span><Kbd>⇧V</Kbd></label
  >
  <label class="flex items-center gap-2 py-0.5"
    ><Checkbox
      checked={alone}
      disabled={!alone && house.hand.selection.size === 0}
      onchange={() => editor.isolate()}
    />
    <span class="flex-1">The selection alone</span><Kbd>⇧A</Kbd></label
  >
  <label class="flex items-center gap-2 py-0.5"
    ><span class="flex-1">A box selects what it</span>
    <Select
      placeholder=""
      class="w-auto"
      aria-label="A box selects what it"
      value={takes}
      onchange={(event) => editor.selectByBox(event.currentTarget.value as typeof takes)}
    >
      <option value="enclosed">encloses</option>
      <option value="touched">touches</option>
    </Select></label
  >
  <label class="flex items-center gap-2 py-0.5"
    ><span class="flex-1">Stages of work</span>
    <Select
      placeholder=""
      class="w-auto"
      aria-label="Stages of work"
      value={works}
      onchange={(event) => editor.showWorks(event.currentTarget.value as typeof works)}
    >
      <option value="all">all</option>
      <option value="before">before the work</option>
      <option value="after">after the work</option>
    </Select></label
  >
  <h3 class="mt-2 border-t border-fog pt-2 text-xs font-semibold text-shale">Layers</h3>
  <ul class="overflow-y-auto">
    {#each layers as layer (layer.id)}
      <li class="flex items-center gap-1">
        <span class="flex-1 truncate {layer.shown ? '' : 'text-shale line-through'}">{layer.name}</span>
        {#if layer.holds.by === 'items'}
          <Press
            class="p-1 text-shale hover:text-slate"
            onclick={() => editor.select(layer.holds.by === 'items' ? layer.holds.items : [])}
            >{layer.holds.items.length}</Press
          >
          <Press
            class="p-1 text-shale hover:text-rust"
            aria-label="Delete the layer {layer.name}, not what is on it"
            onclick={() => editor.perform({ name: 'deleteItems', args: { ids: [layer.id] } })}
            ><Trash2 size={13} /></Press
          >
        {/if}
        <Press
          class="p-1 {layer.shown ? 'text-shale' : 'text-rust'}"
          aria-label="{layer.shown ? 'Hide' : 'Show'} {layer.name}"
          aria-pressed={!layer.shown}
          onclick={() => set(layer, { shown: !layer.shown })}
          >{#if layer.shown}<Eye size={14} />{:else}<EyeOff size={14} />{/if}</Press
        >
        <Press
          class="p-1 {layer.locked ? 'text-rust' : 'text-shale'}"
          aria-label="{layer.locked ? 'Unlock' : 'Lock'} {layer.name}"
          aria-pressed={layer.locked}
          onclick={() => set(layer, { locked: !layer.locked })}
          >{#if layer.locked}<Lock size={14} />{:else}<LockOpen size={14} />{/if}</Press
        >
      </li>
    {/each}
  </ul>
  <p class="mt-1 text-xs text-shale">
    Select things and choose “Make a layer” in Details for a set of your own.
  </p>
</section>
