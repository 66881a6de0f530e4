<script lang="ts">
  import Entry from './Entry.svelte';
  import Press from './Press.svelte';
  import { inputOf } from './dress';
  import type { House } from './house.svelte';
  import { floorArea } from '../core/kinds/wall/stages';
  import { storeysInOrder } from '../core/kinds/storey/record';
  import { parseHeight } from '../core/units/height';
  import { explainFault, formatLength } from '../core/units/length';

  let { house }: { house: House } = $props();
  let height = $state(600);

  interface Level {
    readonly z: number;
    readonly text: string;
    readonly over: boolean;
  }
  const picture = $derived.by(() => {
    const { editor } = house;
    const { ground, heightLimit, units } = editor.settings;
    const project = house.shown;
    const storeys = storeysInOrder(project);
    const ridges = [...project.tables.roof.values()].flatMap((roof) => {
      const solved = editor.model.roof(project, roof);
      const storey = project.tables.storey.get(roof.storey);
      return solved && storey
        ? [{ plate: storey.datum + roof.plateLevel, ridge: storey.datum + solved.ridge }]
        : [];
    });
    const limit = heightLimit === null ? undefined : ground + heightLimit;
    const last = storeys.at(-1)!;
    const top = Math.max(last.datum + last.height, ...ridges.map(({ ridge }) => ridge), limit ?? 0) + 600;
    const bottom = Math.min(ground, storeys[0]!.datum) - 900;
    const scale = (height - 60) / (top - bottom);
    const y = (z: number) => 36 + (top - z) * scale;
    const label = (z: number) => formatLength(z, units);
    const levels: Level[] = [
      ...ridges.map(({ ridge }) => ({
        z: ridge,
        text: label(ridge),
        over: limit !== undefined && ridge > limit + 0.01
      }))
    ];
    return { storeys, ridges, levels, limit, ground, y, scale, label };
  });
  const current = $derived(house.hand.storey);

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
  const said = (z: number) => (z < 0 ? `${picture.label(-z)} below` : picture.label(z));
  const area = $derived.by(() => {
    const { editor } = house;
    const limit = editor.settings.areaLimit;
    if (limit === null) return undefined;
    const sum = floorArea(editor.model.at(house.shown));
    return { text: `${(sum / 1e6).toFixed(1)} of ${(limit / 1e6).toFixed(1)} m²`, over: sum > limit };
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
    <rect x="0" y={picture.y(picture.ground)} width="108" {height} fill="var(--color-earth)" />
    <line
      x1="0"
      x2="108"
      y1={picture.y(picture.ground)}
      y2={picture.y(picture.ground)}
      stroke="var(--color-lichen)"
      stroke-width="1.5"
    />
    {#each picture.storeys as storey (storey.id)}
      {@const top = picture.y(storey.datum + storey.height)}
      {@const base = picture.y(storey.datum)}
      {#if storey.floorDepth > 0}<rect
          x="14"
          y={base}
          width="52"
          height={Math.max(2, storey.floorDepth * picture.scale)}
          fill="var(--color-deep)"
        />{/if}
      <rect
        x="14"
        y={top}
        width="52"
        height={base - top}
        fill={current === storey.id ? 'var(--color-held)' : 'var(--color-paper)'}
        stroke={current === storey.id ? 'var(--color-gorse)' : 'var(--color-deep)'}
        stroke-width={current === storey.id ? 2 : 1}
      />
      <line x1="66" x2="108" y1={base} y2={base} stroke="var(--color-shale)" />
    {/each}
    {#each picture.ridges as { plate, ridge } (ridge)}
      <path
        d="M8 {picture.y(plate)}L40 {picture.y(ridge)}L72 {picture.y(plate)}"
        fill="none"
        stroke="var(--color-slate)"
        stroke-width="1.5"
      />
      <line
        x1="40"
        x2="108"
        y1={picture.y(ridge)}
        y2={picture.y(ridge)}
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
  {#if picture.limit !== undefined}<span
      class="absolute left-1 text-[11px] text-rust"
      style:top="{picture.y(picture.limit) - 16}px">limit {picture.label(picture.limit)}</span
    >{/if}
  {#each picture.levels as level (level.text + level.z)}
    <span
      class="absolute right-1 bg-fog px-0.5 text-[11px] {level.over
        ? 'font-semibold text-rust'
        : 'text-shale'}"
      style:top="{picture.y(level.z) + 1}px">{level.text}</span
    >
  {/each}
  {#each picture.storeys as storey (storey.id)}
    {@const base = picture.y(storey.datum)}
    <div
      class="absolute left-0 right-0 z-10 h-2 -translate-y-1 cursor-ns-resize touch-none hover:bg-gorse/30 focus-visible:bg-gorse/40"
      style:top="{base}px"
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
    <span class="absolute right-0 z-20 w-[44px]" style:top="{base + 3}px"
      ><Entry
        class="border-0 bg-transparent p-0 pr-1 text-right text-[11px] text-shale hover:bg-white focus:bg-white focus:text-tide"
        aria-label="Datum of {storey.name}, above zero"
        value={said(storey.datum)}
        autocomplete="off"
        onfocus={(event: Event) => inputOf(event).select()}
        onput={(text) => type(text, storey.id)}
      /></span
    >
    {@const top = picture.y(storey.datum + storey.height)}
    <Press
      class="absolute left-[14px] w-[52px] break-words px-0.5 text-center text-xs {current === storey.id
        ? 'font-semibold'
        : 'text-shale'}"
      style="top: {top}px; height: {Math.max(18, picture.y(storey.datum) - top)}px"
      aria-pressed={current === storey.id}
      onclick={() => choose(storey.id)}>{storey.name}</Press
    >
  {/each}
  {#if area}<span
      class="absolute bottom-1 left-1 right-1 text-center text-[11px] {area.over
        ? 'font-semibold text-rust'
        : 'text-shale'}"
      title="Floor area within the outer faces, all storeys">{area.text}</span
    >{/if}
</section>
