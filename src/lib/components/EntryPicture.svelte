<script lang="ts">
  import { theme } from './theme.svelte';
  import type { CatalogueEntry } from '../core/kinds/catalogue-entry/record';
  import { elevationShapes } from '../editor/kinds/catalogue-entry/picture';
  import { toneFill } from '../tokens';

  /** A door set or window unit as it is seen from inside; `scale`: pixels to a mm, less where it would be wider or higher. */
  let {
    entry,
    scale,
    width: wide,
    height: high
  }: { entry: CatalogueEntry; scale: number; width: number; height: number } = $props();
  const margin = 90;
  const width = $derived(entry.size.width + 2 * margin);
  const height = $derived(entry.size.sill + entry.size.height + 2 * margin);
</script>

<svg
  viewBox="{-margin} {margin - height} {width} {height}"
  width={Math.min(wide, width * scale)}
  height={Math.min(high, height * scale)}
  aria-hidden="true"
>
  {#each elevationShapes(entry) as { points, closed, fill, ink, line }, i (i)}
    <polyline
      points={(closed ? [...points, points[0]!] : points).map(({ x, y }) => `${x},${-y}`).join(' ')}
      fill={fill ? toneFill(fill, theme.tokens) : 'none'}
      stroke="var(--color-{ink ?? 'slate'})"
      stroke-width={ink ? 12 : 16}
      stroke-dasharray={line && '60 40'}
    />
  {/each}
</svg>
