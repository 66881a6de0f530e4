<script lang="ts">
  import Entry from './Entry.svelte';
  import Press from './Press.svelte';
  import { inputOf } from './dress';
  import type { House } from './house.svelte';
  import { spread, stackOf } from '../editor/stack';
  import { floorArea } from '../core/kinds/wall/stages';
  import { formatArea } from '../core/units/area';
  import { parseHeight } from '../core/units/height';
  import { explainFault, formatLength } from '../core/units/length';

  let { house }: { house: House } = $props();
  let height = $state(600);

  const label = (z: number) => formatLength(z, house.editor.settings.units);
  const current = $derived(house.hand.storey);
  const shown = $derived(house.shown);
  const picture = $derived.by(() => {
    const { editor } = house;
    return stackOf(shown, editor.model, editor.settings, height, current);
  });
  /** The ground falls across the strip from where it is highest to where it is lowest. */
  const earth = $derived(picture.ground.map(picture.y));
  /** Labels of heights at the right, and the names of storeys, are kept clear of each other. */
  const labels = $derived.by(() => {
    const { storeys, roofs, limit, y } = picture;
    const ridges = roofs.map(({ ridge }) => ridge);
    const crowded = (z: number) => limit !== undefined && Math.abs(y(limit) - y(z)) < 18;
    const heights = [
      ...storeys.map(({ datum }) => y(datum) + 3),
      ...ridges.map((ridge) => y(ridge) + (crowded(ridge) ? 3 : -16))
    ];
    if (limit !== undefined) heights.push(y(limit) - 17);
    const places = spread(heights, 16, 24, height - 34);
    const isOver = (z: number) => limit !== undefined && z > limit + 0.01;
    return {
      storeys: places.slice(0, storeys.length),
      roofs: ridges.map((z, i) => ({ z, top: places[storeys.length + i]!, isOver: isOver(z) })),
      limit: limit === undefined ? undefined : { z: limit, top: places.at(-1)! }
    };
  });
  const namePlaces = $derived(
    spread(
      picture.storeys.map(({ top, bottom }) => (top + bottom) / 2),
      18,
      30,
      height - 30
    )
  );
  /** A datum being dragged: tried at each move, done when dropped. */
  let drag: { id: string; y: number; datum: number; scale: number } | undefined;
  const call = (id: string, datum: number) => ({ name: 'setStorey', args: { id, datum } });
  const steps = (event: { shiftKey: boolean }) => (event.shiftKey ? 100 : 10);

  function grab(event: PointerEvent, id: string, datum: number) {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    drag = { id, y: event.clientY, datum, scale: picture.scale };
  }
  function pull(event: PointerEvent) {
    if (!drag) return;
    const moved = (drag.y - event.clientY) / drag.scale;
    house.editor.attempt(call(drag.id, Math.round((drag.datum + moved) / 10) * 10));
  }
  function drop() {
    const { editor } = house;
    const storey = drag && editor.shown.tables.storey.get(drag.id);
    const refused = editor.message;
    if (storey && editor.isTrial) editor.perform(call(storey.id, storey.datum));
    else {
      editor.attempt(undefined);
      if (refused) editor.say(refused);
    }
    drag = undefined;
  }
  function nudge(event: KeyboardEvent, id: string, datum: number) {
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    event.preventDefault();
    event.stopPropagation();
    house.editor.perform(call(id, datum + (event.key === 'ArrowUp' ? 1 : -1) * steps(event)));
  }
  /** Typed datums say above or below, as every height does. */
  function type(text: string, id: string) {
    const { editor } = house;
    const parsed = parseHeight(text, editor.settings.units);
    if (!parsed.ok) editor.say({ kind: 'problem', text: `${explainFault(text, parsed)}.`, hint: '' });
    else editor.perform(call(id, parsed.value));
  }
  const said = (z: number) => (z < 0 ? `${label(-z)} below` : label(z));
  const area = $derived.by(() => {
    const { editor } = house;
    const { areaLimit: limit, units } = editor.settings;
    if (limit === null) return undefined;
    const sum = floorArea(editor.model.at(house.shown));
    return { text: `${formatArea(sum, units, 1)} of ${formatArea(limit, units, 1)}`, over: sum > limit };
  });

  function choose(id: string) {
    house.editor.goTo(id);
    house.editor.select([id]);
  }
</script>

<section
  class="relative overflow-hidden border-r border-fog bg-fog/60"
  aria-label="The stack"
  bind:clientHeight={height}
>
  <h2 class="absolute left-3 top-2 text-xs font-semibold text-shale">The stack</h2>
  <svg class="absolute inset-0 h-full w-full" aria-hidden="true">
    <polygon points={`0,${earth[1]} 108,${earth[0]} 108,${height} 0,${height}`} fill="var(--color-earth)" />
    <line x1="0" x2="108" y1={earth[1]} y2={earth[0]} stroke="var(--color-lichen)" stroke-width="1.5" />
    {#each picture.storeys as storey, i (storey.id)}
      {#if storey.floor > 0}<rect
          x="14"
          y={storey.bottom}
          width="52"
          height={storey.floor}
          fill="var(--color-deep)"
        />{/if}
      <rect
        x="14"
        y={storey.top}
        width="52"
        height={storey.bottom - storey.top}
        fill={current === storey.id ? 'var(--color-held)' : 'var(--color-paper)'}
        stroke={current === storey.id ? 'var(--color-gorse)' : 'var(--color-deep)'}
        stroke-width={current === storey.id ? 2 : 1}
      />
      {#if storey.walls !== undefined}<rect
          x="14"
          y={storey.walls}
          width="5"
          height={storey.bottom - storey.walls}
          fill="var(--color-deep)"
        />{/if}
      <path d="M66 {storey.bottom}H69L74 {labels.storeys[i]! + 7}" fill="none" stroke="var(--color-shale)" />
    {/each}
    {#each picture.roofs as roof (roof.id)}
      {#each roof.gaps as [from, to], i (i)}
        <path
          d="M{from.x} {from.y}L{to.x} {to.y}"
          stroke="var(--color-slate)"
          stroke-dasharray="1 4"
          stroke-linecap="round"
        />
      {/each}
      {#each roof.pieces as piece, i (i)}
        <path
          d="M{piece.map(({ x, y }) => `${x} ${y}`).join('L')}Z"
          fill="var(--color-deep)"
          stroke="var(--color-slate)"
          stroke-linejoin="round"
        />
      {/each}
      <path
        d="M{40} {picture.y(roof.ridge)}H74"
        fill="none"
        stroke="var(--color-shale)"
        stroke-dasharray="2 3"
      />
    {/each}
    {#if picture.limit !== undefined}
      <line
        x1="0"
        x2="108"
        y1={picture.y(picture.limit)}
        y2={picture.y(picture.limit)}
        stroke="var(--color-rust)"
        stroke-dasharray="5 3"
        stroke-width="1.5"
      />
    {/if}
  </svg>
  {#if labels.limit}<span class="absolute right-1 text-[11px] text-rust" style:top="{labels.limit.top}px"
      >limit {label(labels.limit.z)}</span
    >{/if}
  {#each labels.roofs as { z, top, isOver }, i (i)}
    <span
      class="absolute right-1 text-[11px] {isOver ? 'font-semibold text-rust' : 'text-shale'}"
      style:top="{top}px">{label(z)}</span
    >
  {/each}
  {#each picture.storeys as storey, i (storey.id)}
    <div
      class="absolute left-0 right-0 z-10 h-2 -translate-y-1 cursor-ns-resize touch-none hover:bg-gorse/30 focus-visible:bg-gorse/40"
      style:top="{storey.bottom}px"
      role="slider"
      tabindex="0"
      aria-orientation="vertical"
      aria-label="Datum of {storey.name}: drag, or arrow keys"
      aria-valuenow={storey.datum}
      aria-valuetext={said(storey.datum)}
      onpointerdown={(event) => grab(event, storey.id, storey.datum)}
      onpointermove={pull}
      onpointerup={drop}
      onpointercancel={drop}
      onkeydown={(event) => nudge(event, storey.id, storey.datum)}
    ></div>
    <span class="absolute right-0 z-20 w-[44px]" style:top="{labels.storeys[i]!}px"
      ><Entry
        class="border-0 bg-transparent p-0 pr-1 text-right text-[11px] text-shale hover:bg-white focus:bg-white focus:text-tide"
        aria-label="Datum of {storey.name}, above zero"
        value={said(storey.datum)}
        autocomplete="off"
        onfocus={(event: Event) => inputOf(event).select()}
        onput={(text) => type(text, storey.id)}
      /></span
    >
    {@const lines = Math.max(1, Math.floor((storey.bottom - storey.top) / 18))}
    {@const tall = Math.max(18, storey.bottom - storey.top)}
    <Press
      class="absolute left-[14px] w-[52px] px-0.5 text-center text-xs {current === storey.id
        ? 'font-semibold'
        : 'text-shale'}"
      style="top: {namePlaces[i]! - tall / 2}px; height: {tall}px"
      title={storey.name}
      aria-pressed={current === storey.id}
      onclick={() => choose(storey.id)}
      ><span
        class="overflow-hidden px-0.5 [overflow-wrap:anywhere] {current === storey.id
          ? 'bg-held'
          : 'bg-paper'}"
        style="max-height: {lines * 16}px">{storey.name}</span
      ></Press
    >
  {/each}
  {#if area}<span
      class="absolute bottom-1 left-1 right-1 text-center text-[11px] {area.over
        ? 'font-semibold text-rust'
        : 'text-shale'}"
      title="Floor area within the outer faces, all storeys">{area.text}</span
    >{/if}
</section>
