<script lang="ts">
  import { toneFill } from '../tokens';
  import { theme } from './theme.svelte';
  import DetailsField from './DetailsField.svelte';
  import { boxOf } from '../core/geometry/ring';
  import type { Point } from '../core/geometry/point';
  import type { Field } from '../editor/details/card';
  import type { Picture, PictureShape, PictureSize } from '../editor/details/picture';

  let {
    picture,
    fields,
    faults,
    set
  }: {
    picture: Picture;
    fields: ReadonlyMap<string, Field>;
    faults: Readonly<Record<string, string>>;
    set: (field: Field, text: string) => void;
  } = $props();

  /** Pixels: of the panel, of a lane of sizes at a side and below, of a row of words. */
  const width = 250;
  const side = 66;
  const below = 30;
  const row = 17;
  const pens = { cut: 1.8, face: 1.1, fine: 0.6 } as const;
  const lines = { dashes: '6 4', 'dash-dot': '9 3 1.5 3' } as const;

  /** Heights are read from where they stand, above it unless said: what that is, the list beside tells. */
  const shownOf = ({ value, kind }: Field) =>
    kind === 'height'
      ? value
          .replace(/ above .*$/, '')
          .replace(/ below .*$/, ' below')
          .replace(/^at the .*$/, '0')
      : value;
  const isUpright = ({ from, to }: PictureSize) => from.x === to.x;
  const box = $derived(
    boxOf([
      ...picture.shapes.flatMap(({ points }) => points),
      ...(picture.choices ?? []).flatMap((one) => one.shape)
    ])
  );
  /** What lies round the drawing, and how large it is then. */
  const fit = $derived.by(() => {
    const { sizes, words } = picture;
    const left = sizes.some((one) => isUpright(one) && one.lane < 0) ? side : (picture.left ?? 6);
    const right = sizes.some((one) => isUpright(one) && one.lane > 0) ? side : 6;
    const sized = sizes.some((one) => !isUpright(one)) ? below : 0;
    const wide = width - left - right;
    const scaleFor = (around: number) =>
      Math.min(wide / (box.maxX - box.minX), (picture.height - around) / (box.maxY - box.minY));
    // Words that stand a row above or below their place reach beyond the drawing where that is near its border.
    const room = { top: row + 11, low: row + 6 };
    const least = scaleFor(room.top + room.low + sized);
    const beyond = (most: number, usual: number, gaps: readonly number[]) =>
      Math.max(usual, ...gaps.map((gap) => most - gap * least));
    const at = (isUp: boolean) => words.filter(({ row: by = 0 }) => (isUp ? by < 0 : by > 0));
    const top = beyond(
      room.top,
      8,
      at(true).map((word) => box.maxY - word.at.y)
    );
    const low = beyond(
      room.low,
      6,
      at(false).map((word) => word.at.y - box.minY)
    );
    const foot = low + sized;
    const scale = scaleFor(top + foot);
    const height = top + foot + (box.maxY - box.minY) * scale;
    const shift = left + (wide - (box.maxX - box.minX) * scale) / 2;
    return { scale, height, top, shift, low };
  });
  const x = (p: Point) => fit.shift + (p.x - box.minX) * fit.scale;
  const y = (p: Point) => fit.top + (box.maxY - p.y) * fit.scale;
  const path = (points: readonly Point[], closed: boolean | undefined) =>
    `M${points.map((p) => `${x(p).toFixed(1)} ${y(p).toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`;
  const strokeOf = ({ pen, ink = 'slate' }: PictureShape) => (pen ? `var(--color-${ink})` : 'none');

  /** The sizes with the lines that tell them, and where each is written; level ones that would touch go a row down. */
  const placed = $derived.by(() => {
    let reach = -Infinity;
    return picture.sizes.map((size) => {
      const { from, to, lane } = size;
      const field = fields.get(size.field ?? '');
      const value = field ? shownOf(field) : (size.text ?? '');
      const wide = size.field ? Math.max(54, value.length * 7.4 + 14) : value.length * 6.4 + 4;
      if (isUpright(size)) {
        const at = lane > 0 ? x({ x: box.maxX, y: 0 }) + 34 : x({ x: box.minX, y: 0 }) - 34;
        const [y0, y1] = [y(to), y(from)];
        const isShort = y1 - y0 < 26;
        const start = isShort ? (lane > 0 ? at + 6 : at - 6 - wide) : at - wide / 2;
        return {
          ...{ size, value, wide, left: Math.max(0, Math.min(start, width - wide)), top: (y0 + y1) / 2 },
          line: `M${at} ${y0}V${y1}M${x(from)} ${y0}H${at + 4 * Math.sign(lane)}M${x(from)} ${y1}H${at + 4 * Math.sign(lane)}`,
          ticks: [y0, y1].map((v) => `M${at - 3} ${v + 3}l6 -6`).join('')
        };
      }
      const at = y({ x: 0, y: box.minY }) + fit.low + 12;
      const [x0, x1] = [x(from), x(to)];
      const left = Math.max(0, Math.min((x0 + x1) / 2 - wide / 2, width - wide));
      const isHit = left < reach + 2;
      if (!isHit) reach = left + wide;
      return {
        ...{ size, value, wide, left, top: at + (isHit ? 18 : 0) },
        line: `M${x0} ${at}H${x1}M${x0} ${y(from)}V${at + 4}M${x1} ${y(to)}V${at + 4}`,
        ticks: [x0, x1].map((v) => `M${v - 3} ${at + 3}l6 -6`).join('')
      };
    });
  });
  const height = $derived(Math.max(fit.height, ...placed.map(({ top }) => top + 14)));
</script>

<figure class="relative mt-1" style:height="{height}px" style:width="{width}px">
  <svg {width} {height} role="img" aria-label={picture.label} class="absolute inset-0 overflow-visible">
    {#each picture.shapes as shape, i (i)}
      <path
        d={path(shape.points, shape.closed)}
        fill={shape.fill ? toneFill(shape.fill, theme.tokens) : 'none'}
        stroke={strokeOf(shape)}
        stroke-width={pens[shape.pen ?? 'fine']}
        stroke-dasharray={shape.line && lines[shape.line]}
      />
    {/each}
    {#each placed as { line, ticks }, i (i)}
      <path d={line} stroke="var(--color-tide)" stroke-width="0.6" />
      <path d={ticks} stroke="var(--color-tide)" stroke-width="1.2" />
    {/each}
  </svg>
  {#if picture.choices}
    <svg {width} {height} class="absolute inset-0" role="group" aria-label={picture.label}>
      {#each picture.choices as choice (choice.label)}
        <path
          d={path(choice.shape, true)}
          role="button"
          tabindex="0"
          aria-label={choice.label}
          aria-pressed={choice.chosen}
          class="cursor-pointer outline-tide hover:fill-typed {choice.chosen
            ? 'fill-held stroke-slate'
            : 'fill-transparent stroke-shale'}"
          stroke-dasharray={choice.chosen ? undefined : '2 3'}
          onclick={choice.run}
          onkeydown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return;
            event.preventDefault();
            choice.run();
          }}><title>{choice.label}</title></path
        >
      {/each}
    </svg>
  {/if}
  {#each placed as { size, value, wide, left, top }, i (size.field ?? i)}
    {@const field = fields.get(size.field ?? '')}
    <span class="absolute -translate-y-1/2" style:left="{left}px" style:top="{top}px" style:width="{wide}px">
      {#if field}<DetailsField
          {field}
          {set}
          label={field.label}
          shown={value}
          width="{wide}px"
          fault={faults[field.name]}
        />
      {:else}<span class="block bg-white text-center text-xs text-tide">{value}</span>{/if}
    </span>
  {/each}
  {#each picture.words as word, i (word.field ?? i)}
    {@const field = fields.get(word.field ?? '')}
    <span
      class="absolute flex items-center gap-1 whitespace-nowrap text-[11px] {word.to === 'middle'
        ? '-translate-x-1/2'
        : word.to === 'left'
          ? '-translate-x-full'
          : ''} -translate-y-1/2"
      style:left="{x(word.at) + (word.to === 'right' ? 5 : word.to === 'left' ? -5 : 0)}px"
      style:top="{y(word.at) + (word.row ?? 0) * row * (field ? 0.85 : 0.7)}px"
      style:color="var(--color-{word.ink ?? 'shale'})"
    >
      {word.text}
      {#if field}<DetailsField
          {field}
          {set}
          label={field.label}
          shown={shownOf(field)}
          width="{shownOf(field).length * 6.9 + 14}px"
          fault={faults[field.name]}
        />{/if}
    </span>
  {/each}
</figure>
