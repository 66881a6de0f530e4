<script lang="ts">
  import Fault from './Fault.svelte';
  import Press from './Press.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import type { House } from './house.svelte';
  import { Model } from '../core/model/graph';
  import { saveFile, saveProjectFile, stemOf } from './project-file';
  import { sizesToMeasure } from '../core/review/to-measure';
  import { writePlanSvg } from '../core/exchange/plan-svg';

  let { house, onclose }: { house: House; onclose: () => void } = $props();
  let scale = $state(75);
  let fault = $state('');
  const scales = [20, 50, 75, 100, 200];
  const stem = $derived(stemOf(house.editor.settings.name));

  async function told(answer: Promise<string | undefined>) {
    fault = '';
    fault = (await answer) ?? '';
    if (!fault) onclose();
  }
  const save = (...args: Parameters<typeof saveFile>) => told(saveFile(...args));
  const saveProject = () => told(saveProjectFile(house));
  const saveGlb = () =>
    save(
      house.exportGlb().then((bytes) => {
        if (!bytes) throw new Error('building it was cancelled');
        return bytes as Uint8Array<ArrayBuffer>;
      }),
      'model/gltf-binary',
      `${stem}.glb`
    );
  const toMeasure = $derived(sizesToMeasure(house.editor.model.at(house.editor.project)).length);
  async function printList() {
    onclose();
    const { printMeasureList } = await import('./print');
    printMeasureList();
  }
  function saveSvg() {
    const { editor } = house;
    const storey = editor.project.tables.storey.get(editor.storey)!;
    const svg = writePlanSvg(new Model().at(editor.project), storey.id, scale);
    return save(
      Promise.resolve(svg ?? ''),
      'image/svg+xml',
      `${stem}-${storey.name.toLowerCase()}-1-${scale}.svg`
    );
  }
</script>

<section
  class="absolute right-3 top-12 z-30 w-80 border border-fog bg-white p-4 text-slate shadow-lg"
  aria-label="Hand over"
>
  <h2 class="font-semibold">Hand over</h2>
  <ul class="mt-2 space-y-3">
    <li>
      <Press class="w-full border border-fog px-3 py-2 text-left hover:border-kelp" onclick={saveProject}>
        <span class="block font-medium">Save the project as a file</span><span class="text-shale"
          >Everything in it, tracing sheets too (.cliffstead)</span
        >
      </Press>
    </li>
    <li>
      <Press class="w-full border border-fog px-3 py-2 text-left hover:border-kelp" onclick={saveGlb}>
        <span class="block font-medium">Export the model</span><span class="text-shale"
          >glTF binary in true metres (.glb)</span
        >
      </Press>
    </li>
    <li class="flex items-stretch gap-2">
      <Press class="flex-1 border border-fog px-3 py-2 text-left hover:border-kelp" onclick={saveSvg}>
        <span class="block font-medium">Export this plan</span><span class="text-shale"
          >Drawing to scale (.svg)</span
        >
      </Press>
      <label class="flex flex-col justify-center text-shale"
        >Scale<Select
          placeholder=""
          classes={{ select: 'border border-fog px-2 py-1 pr-7 text-slate' }}
          bind:value={scale}
          >{#each scales as one (one)}<option value={one}>1 : {one}</option>{/each}</Select
        ></label
      >
    </li>
    <li>
      <Press class="w-full border border-fog px-3 py-2 text-left hover:border-kelp" onclick={printList}>
        <span class="block font-medium">Print what to measure again</span><span class="text-shale"
          >{toMeasure === 0
            ? 'No size is assumed or missing'
            : `A page to take along, ${toMeasure} ${toMeasure === 1 ? 'size' : 'sizes'}`}</span
        >
      </Press>
    </li>
  </ul>
  {#if fault}<Fault class="mt-2">{fault}</Fault>{/if}
</section>
