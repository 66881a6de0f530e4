<script lang="ts">
  import type { House } from './house.svelte';
  import { settingsOf } from '../core/document/project';
  import { barStretch } from '../core/drawing/sheet';
  import { formatLength } from '../core/units/length';

  /** What a plan says of itself in its corner: storey and level, a bar of true lengths, where north is. */
  let { house, mmPerPixel }: { house: House; mmPerPixel: number } = $props();

  const { units } = $derived(settingsOf(house.shown));
  const storey = $derived(house.shown.tables.storey.get(house.hand.storey));
  const stretch = $derived(barStretch(mmPerPixel, units, 70));
  const wide = $derived(stretch / mmPerPixel);
  const x0 = 14;
</script>

<div
  class="pointer-events-none absolute bottom-2 right-2 flex items-end gap-2 bg-paper/85 py-1 pl-2 pr-1 text-xs text-shale"
  data-testid="plan-corner"
>
  <div class="text-right">
    <p class="px-1">
      <span class="font-semibold text-slate">{storey?.name}</span>, level {formatLength(
        storey?.datum ?? 0,
        units
      )}
    </p>
    <svg
      width={2 * wide + 50}
      height="22"
      class="ml-auto"
      role="img"
      aria-label="Scale bar of {formatLength(2 * stretch, units)}"
    >
      {#each [0, 1] as i (i)}
        <rect
          x={x0 + i * wide}
          y="1.5"
          width={wide}
          height="4"
          stroke="var(--color-slate)"
          fill={i === 0 ? 'var(--color-slate)' : 'var(--color-paper)'}
        />
      {/each}
      {#each wide < 42 ? [0, 2] : [0, 1, 2] as i (i)}
        <text x={x0 + i * wide} y="18" text-anchor="middle" fill="currentColor" font-size="11"
          >{i === 0 ? '0' : formatLength(i * stretch, units)}</text
        >
      {/each}
    </svg>
  </div>
  <svg width="20" height="38" role="img" aria-label="North is up">
    <text x="10" y="9" text-anchor="middle" fill="currentColor" font-size="11" font-weight="600">N</text>
    <path d="M10 12 L16 36 L10 31 Z" fill="var(--color-slate)" />
    <path d="M10 12 L4 36 L10 31 Z" fill="none" stroke="var(--color-slate)" />
  </svg>
</div>
