<script lang="ts">
  import Press from './Press.svelte';
  import type { House } from './house.svelte';
  import { writeSvg } from '../core/exchange/svg';
  import type { Box } from '../core/geometry/ring';
  import type { JointOption } from '../core/drawing/joint-options';
  import { JointTool, isPresent } from '../editor/kinds/joint/tool';

  /** `onjoint`: a joint was taken in hand. */
  let { house, onjoint }: { house: House; onjoint: (region: Box) => void } = $props();
  const tool = $derived((house.tick, house.editor.tool instanceof JointTool ? house.editor.tool : undefined));
  const shown = $derived((house.tick, tool?.options));

  const key = $derived(JSON.stringify(shown && tool?.region));
  $effect(() => {
    if (key) onjoint(JSON.parse(key) as Box);
  });

  const picture = ({ marks, box, label }: JointOption) =>
    `data:image/svg+xml,${encodeURIComponent(writeSvg(marks, 8, label, { box, margin: 0 }))}`;
</script>

{#if tool && shown && shown.options.length > 0}
  <section
    class="absolute bottom-3 right-3 z-10 max-h-[calc(100%-60px)] w-[276px] overflow-y-auto border border-fog bg-white p-3 shadow-md"
    aria-label="Ways to cut this joint"
  >
    <h2 class="font-semibold">How this joint is cut</h2>
    <div class="mt-2 grid grid-cols-2 gap-2">
      {#each shown.options as option, i (option.label)}
        {@const present = isPresent(option, shown.record)}
        <Press
          class="border p-1 text-left text-xs {present
            ? 'border-2 border-kelp'
            : 'border-fog hover:border-shale'}"
          aria-pressed={present}
          onclick={() => tool.choose(i)}
        >
          <img src={picture(option)} alt="" class="h-24 w-full object-contain" />
          <span class="mt-1 block">{option.label}</span>
        </Press>
      {/each}
    </div>
    <p class="mt-2 text-xs text-shale">
      Or pull one ply in the plan: towards the joint it runs through, away from it it stops.
    </p>
  </section>
{/if}
