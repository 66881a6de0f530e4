<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { boxOf } from '../core/geometry/ring';
  import type { Finding } from '../core/review/review';
  import type { House } from './house.svelte';

  let {
    house,
    onclose,
    onzoom
  }: {
    house: House;
    onclose: () => void;
    onzoom: (box: { minX: number; minY: number; maxX: number; maxY: number }) => void;
  } = $props();

  function show(finding: Finding) {
    const { editor } = house;
    editor.take(undefined);
    if (editor.storey !== finding.storey) editor.goTo(finding.storey);
    editor.select(finding.subjects);
    const { wall, opening } = editor.project.tables;
    const walls = finding.subjects.flatMap((id) => wall.get(opening.get(id)?.wall ?? id) ?? []);
    if (walls.length === 0) return;
    const box = boxOf(walls.flatMap(({ a, b }) => [a, b]));
    onzoom({ minX: box.minX - 500, minY: box.minY - 500, maxX: box.maxX + 500, maxY: box.maxY + 500 });
  }
</script>

<section class="max-h-52 overflow-auto border-t border-fog bg-white" aria-label="Review tray">
  <header class="sticky top-0 flex items-center bg-white px-4 py-2">
    <h2 class="flex-1 font-semibold">Review</h2>
    <button class="p-1 text-shale" aria-label="Close the review tray" onclick={onclose}
      ><X size={16} /></button
    >
  </header>
  <ul class="divide-y divide-fog px-4 pb-2">
    {#each house.findings as finding (finding.storey + finding.id)}
      <li>
        <button class="w-full py-1.5 text-left hover:bg-chalk" onclick={() => show(finding)}>
          <span class="font-medium text-rust">{finding.message}</span>
          <span class="text-shale">{finding.hint}</span>
        </button>
      </li>
    {:else}
      <li class="py-2 text-kelp">
        Nothing to say: runs are closed, openings stand clear of joints, no walls overlap.
      </li>
    {/each}
  </ul>
</section>
