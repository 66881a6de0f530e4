<script lang="ts">
  import Press from './Press.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import type { Point } from '../core/geometry/point';
  import { edgesOf } from '../core/geometry/ring';
  import type { House } from './house.svelte';
  import { theme } from './theme.svelte';
  import { declarationOf, findRecord } from '../core/document/project';
  import { worksOf } from '../core/document/work';
  import { storeysInOrder } from '../core/kinds/storey/record';
  import { surfaceLooks, type SurfaceLook, type ViewName } from '../scene/look';
  import { cutWays, type CutWay } from '../scene/cutaway';
  import { ModelScene } from '../scene/model-scene';
  import { explainFault, formatLength, parseLength } from '../core/units/length';
  import Input from 'flowbite-svelte/Input.svelte';
  import { inputOf } from './dress';
  import Range from 'flowbite-svelte/Range.svelte';

  /** `onagain`: put this pane by another, as when its canvas has died. */
  let {
    house,
    onagain,
    onmenu
  }: { house: House; onagain: () => void; onmenu: (at: { x: number; y: number }) => void } = $props();
  let canvas: HTMLCanvasElement;
  let frame: HTMLElement;
  let scene = $state.raw<ModelScene | undefined>();
  let current = $state<ViewName>('oblique');
  let surfaces = $state<SurfaceLook>('materials');
  let edges = $state(true);
  let chip = $state<{ x: number; y: number; text: string } | undefined>();
  /** The tool in hand shows where something would stand. */
  let isBegun = $state(false);
  /** The pointer is over the model: there the tool is followed. */
  let inModel = false;
  let below = $state(false);
  let apart = $state(false);
  let cut = $state<CutWay>('none');
  let cutAt = $state(0);
  let failed = $state(false);
  let lost = $state(false);
  let pressed: { x: number; y: number } | undefined;

  const { editor } = $derived(house);
  const cutStep = $derived(editor.settings.nudge);
  const views: { value: ViewName; label: string }[] = [
    { value: 'north', label: 'North' },
    { value: 'east', label: 'East' },
    { value: 'south', label: 'South' },
    { value: 'west', label: 'West' },
    { value: 'top', label: 'Top' },
    { value: 'below', label: 'Below' },
    { value: 'oblique', label: 'Oblique' }
  ];

  const cutWords: Record<CutWay, string> = {
    none: 'Cut nothing away',
    south: 'Cut from the south',
    north: 'Cut from the north',
    west: 'Cut from the west',
    east: 'Cut from the east',
    above: 'Cut from above'
  };
  /** How far the model reaches along the cut; read anew with each way. */
  let cutReach = $state<readonly [number, number]>([0, 0]);

  /** From the other side it begins in the middle. */
  function cutFrom(way: CutWay) {
    cut = way;
    const [low, high] = scene?.reach(way) ?? [0, 0];
    // Where it may be by dragging are whole steps, so that it stands where it is told to.
    cutReach = [Math.floor(low / cutStep) * cutStep, Math.ceil(high / cutStep) * cutStep];
    cutTo(Math.round((low + high) / 2 / cutStep) * cutStep);
  }

  function cutTo(at: number) {
    cutAt = at;
    scene?.cut(cut, at);
  }

  /** Typed it stands where it is told, also between steps; what is no length leaves it. */
  function typeCut(input: HTMLInputElement) {
    const { units } = editor.settings;
    const read = parseLength(input.value, units);
    if (read.ok) cutTo(Math.max(cutReach[0], Math.min(cutReach[1], read.value)));
    else
      editor.say({
        kind: 'problem',
        text: `${explainFault(input.value, read)}.`,
        hint: 'It is cut as before.'
      });
    input.value = formatLength(cutAt, units);
  }

  onMount(() => {
    try {
      scene = new ModelScene(
        canvas,
        () => editor.shown.tables.material,
        (isLost) => (lost = isLost)
      );
    } catch {
      failed = true;
      // What is built is for nobody then, and is not kept.
      return house.watchModel(() => undefined);
    }
    const made = scene;
    const observer = new ResizeObserver(() => made.resize(frame.clientWidth, frame.clientHeight));
    observer.observe(frame);
    made.resize(frame.clientWidth, frame.clientHeight);
    made.look(current);
    const stop = house.watchModel(({ changed, removed }) =>
      made.update(changed, removed, editor.settings.ground)
    );
    Object.assign(canvas, { modelScene: made });
    return () => {
      stop();
      observer.disconnect();
      made.close();
    };
  });

  /** Storeys above the one in hand, when they are to be lifted off; the roof goes with its storey. */
  const hidden = $derived.by(() => {
    if (!below) return new Set<string>();
    const order = storeysInOrder(house.shown).map((storey) => storey.id);
    return new Set(order.slice(order.indexOf(house.hand.storey) + 1));
  });

  /** So far apart, m: each storey over the one below it, and roofs over their storey. */
  const gap = 2.6;
  const lifts = $derived.by(() => {
    if (!apart) return new Map<string, number>();
    return new Map(storeysInOrder(house.shown).map(({ id }, i) => [id, i * gap] as const));
  });

  const liftOf = ({ kind, storey }: { readonly kind: string; readonly storey: string }): number =>
    (lifts.get(storey) ?? 0) + (apart && (kind === 'roof' || kind === 'rooflight') ? gap : 0);

  function tint() {
    const { selection, hover, trialIds: trial } = editor;
    const works = editor.model.at(editor.shown).get(worksOf, '');
    // The ground, while what lies in it is in hand; elsewhere footings show where floors are worked on.
    const isUnderground =
      editor.tool?.name === 'footing' || [...selection].some((id) => editor.project.tables.footing.has(id));
    const showsFootings = isUnderground || apart || editor.stage === 'floors';
    scene?.emphasise({
      ...{ selection, hover, trial },
      isHidden: ({ id, kind, storey }) =>
        hidden.has(storey) || editor.isHidden(id) || (kind === 'footing' && !showsFootings),
      lift: liftOf,
      visibility: [
        hidden,
        lifts,
        works,
        isUnderground,
        showsFootings,
        editor.isolated,
        editor.worksShown,
        editor.anyHidden ? editor.shown : undefined
      ],
      veil: editor.veil && (selection.size > 0 || editor.isTrial),
      fades: (id) => (id === 'project' && isUnderground) || works.get(id) === 'removed',
      isAtWork: editor.tool !== undefined
    });
    const notes = [...editor.shown.tables.siteNote.values()];
    scene?.putPins(
      notes.flatMap(({ id, storey, at, height, looks }) => {
        const datum = editor.shown.tables.storey.get(storey)?.datum ?? 0;
        const foot = datum + 1000 * (lifts.get(storey) ?? 0);
        return hidden.has(storey) || editor.isHidden(id) ? [] : [{ id, at, foot, height, angle: looks }];
      }),
      selection
    );
    showTool();
  }

  /** Height of the datum in hand above project zero, on which is drawn. */
  const level = () =>
    (editor.shown.tables.storey.get(editor.storey)?.datum ?? 0) + 1000 * (lifts.get(editor.storey) ?? 0);

  /** What the tool in hand shows in the plan, on the datum. */
  function showTool() {
    const overlay = editor.tool?.overlay?.();
    const sides = (overlay?.bands ?? []).flatMap(({ ring }) => edgesOf(ring));
    const [lines, points] = overlay?.inSpace
      ? [[], []]
      : [[...(overlay?.lines ?? []), ...sides], overlay?.points ?? []];
    scene?.drawOverlay(lines, points, level(), overlay?.inSpace);
    isBegun = lines.length > 0;
    const named = overlay?.snap ?? overlay?.label;
    if (!scene || !named || !inModel) chip = undefined;
    else {
      const [x, y] = scene.toScreen(named.at, level());
      const text = overlay?.snap ? overlay.snap.name : overlay!.label!.text;
      chip = { x: Math.min(x + 14, frame.clientWidth - 180), y: y + 12, text };
    }
  }

  /** The place in plan that a tool gets: of the surface there, where it is about those, else of the storey's floor. */
  function pointed({ clientX, clientY }: PointerEvent): { at: Point; z?: number; id?: string } | undefined {
    const surfaces = editor.tool?.surfaces;
    const onSurface = surfaces && scene?.pick(clientX, clientY, surfaces === 'all');
    if (onSurface) return onSurface;
    // Ground without a shape of its own is level, and no body.
    const ground = surfaces === 'all' && editor.shown.tables.ground.size === 0 && (scene?.triangles ?? 0) > 0;
    const z = ground ? editor.settings.ground : undefined;
    const at = scene?.planPoint(clientX, clientY, z ?? level());
    return at && (z === undefined ? { at } : { at, z });
  }

  function onpointermove(event: PointerEvent) {
    inModel = true;
    if (event.buttons !== 0 || !scene) return;
    editor.freePointer(event.shiftKey);
    if (editor.tool) {
      const point = pointed(event);
      if (point) editor.tool.move?.(point.at, scene.mmPerPixel, point.z, point.id);
      return;
    }
    editor.hoverOver(scene.pick(event.clientX, event.clientY)?.id);
  }

  function onpointerleave() {
    inModel = false;
    chip = undefined;
    editor.hoverOver(undefined);
  }
  $effect(() => {
    const { tokens } = theme;
    scene?.setTokens(tokens);
  });
  const materials = $derived(house.shown.tables.material);
  $effect(() => {
    void materials;
    scene?.repaint();
  });
  $effect(() => {
    void house.tick;
    void hidden;
    tint();
  });

  const surfaceWords: Record<SurfaceLook, string> = {
    none: 'No surfaces',
    plain: 'Plain surfaces',
    materials: 'Materials'
  };
  $effect(() => {
    scene?.drawAs({ surfaces, edges });
    tint();
  });

  export function fit() {
    look(current);
  }

  function look(view: ViewName) {
    current = view;
    scene?.look(view);
  }

  function onpointerup(event: PointerEvent) {
    if (!pressed || Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > 4) return;
    if (event.button === 2 && !editor.tool) {
      const under = scene?.pick(event.clientX, event.clientY)?.id;
      if (!under) return;
      goToStoreyOf(under);
      if (!editor.selection.has(under)) editor.select([under]);
      onmenu({ x: event.clientX, y: event.clientY });
    }
    if (event.button !== 0) return;
    if (editor.tool) {
      const point = pointed(event);
      if (point) editor.tool.click?.(point.at, scene!.mmPerPixel, point.z, point.id);
      return;
    }
    const picked = scene?.pick(event.clientX, event.clientY);
    if (picked) goToStoreyOf(picked.id);
    if (picked && event.shiftKey) editor.toggle(picked.id);
    else editor.select(picked ? [picked.id] : [], picked?.at);
  }

  function goToStoreyOf(id: string) {
    const storey = storeyOf(id);
    if (storey && storey !== editor.storey) editor.goTo(storey);
  }

  function onkeydown(event: KeyboardEvent) {
    const turns: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1]
    };
    const turn = turns[event.key];
    if (turn && event.shiftKey) scene?.shift(...turn);
    else if (turn) scene?.turn(...turn);
    else if (event.key === '+' || event.key === '=') scene?.closer(1.25);
    else if (event.key === '-') scene?.closer(0.8);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  function storeyOf(id: string): string | undefined {
    const record = findRecord(editor.shown, id);
    return record && declarationOf(editor.shown, record).storey?.(record, editor.shown);
  }
</script>

<div bind:this={frame} class="absolute inset-0">
  <!-- svelte-ignore a11y_no_interactive_element_to_noninteractive_role -->
  <canvas
    bind:this={canvas}
    class="h-full w-full touch-none outline-offset-[-2px]"
    aria-label="Model. Arrows turn it, with Shift they move it; plus and minus zoom."
    data-testid="model"
    data-own-keys
    tabindex="0"
    role="application"
    {onkeydown}
    onpointerdown={(event) => (pressed = { x: event.clientX, y: event.clientY })}
    {onpointermove}
    {onpointerleave}
    {onpointerup}
    class:cursor-crosshair={house.hand.tool !== undefined}
    oncontextmenu={(event) => event.preventDefault()}
  ></canvas>
  {#if failed}<p class="absolute inset-0 grid place-items-center p-8 text-center text-shale">
      This browser cannot draw in 3D. The plan, the findings and all exports work without it.
    </p>{/if}
  <div
    class="pointer-events-none absolute left-2 right-2 flex flex-wrap items-center gap-2 [&>*]:pointer-events-auto"
    style:top="calc(0.5rem + var(--over, 0px))"
  >
    <div class="flex flex-wrap border border-fog bg-white" role="group" aria-label="Look at the model from">
      {#each views as { value, label } (value)}
        <Press
          class="px-2 py-1 text-xs {current === value
            ? 'bg-slate text-white hover:bg-slate hover:text-white focus-within:text-white'
            : 'text-shale hover:bg-fog'}"
          aria-pressed={current === value}
          onclick={() => look(value)}>{label}</Press
        >
      {/each}
    </div>
    <Press
      class="border border-fog px-2 py-1 text-xs {below
        ? 'bg-slate text-white hover:bg-slate hover:text-white focus-within:text-white'
        : 'bg-white text-shale'}"
      aria-pressed={below}
      title="Lift off the storeys and roofs above the storey in hand"
      onclick={() => (below = !below)}>Lift off above</Press
    >
    <Press
      class="border border-fog px-2 py-1 text-xs {apart
        ? 'bg-slate text-white hover:bg-slate hover:text-white focus-within:text-white'
        : 'bg-white text-shale'}"
      aria-pressed={apart}
      title="Pull the storeys apart, and the roofs off them"
      onclick={() => {
        apart = !apart;
        tint();
        look(current);
      }}>Pull apart</Press
    >
    <Select
      placeholder=""
      class="w-auto"
      classes={{ select: 'border border-fog bg-white py-0.5 pl-2 pr-6 text-xs text-shale' }}
      aria-label="Surfaces of the model"
      bind:value={surfaces}
    >
      {#each surfaceLooks as value (value)}<option {value}>{surfaceWords[value]}</option>{/each}
    </Select>
    <Press
      class="border border-fog px-2 py-1 text-xs {edges || surfaces === 'none'
        ? 'bg-slate text-white hover:bg-slate hover:text-white focus-within:text-white'
        : 'bg-white text-shale'}"
      aria-pressed={edges || surfaces === 'none'}
      disabled={surfaces === 'none'}
      onclick={() => (edges = !edges)}>Edges</Press
    >
    <Select
      placeholder=""
      class="w-auto"
      classes={{ select: 'border border-fog bg-white py-0.5 pl-2 pr-6 text-xs text-shale' }}
      aria-label="Cut a part of the model away"
      value={cut}
      onchange={(event) => cutFrom(event.currentTarget.value as CutWay)}
    >
      {#each cutWays as way (way)}<option value={way}>{cutWords[way]}</option>{/each}
    </Select>
    {#if cut !== 'none'}
      <span class="flex items-center gap-2 border border-fog bg-white px-2 py-1 text-xs text-shale">
        <Range
          aria-label="Where it is cut"
          class="w-32 [&::-webkit-slider-thumb]:bg-kelp! [&::-moz-range-thumb]:bg-kelp!"
          size="sm"
          min={cutReach[0]}
          max={cutReach[1]}
          step={cutStep}
          value={cutAt}
          oninput={(event) => cutTo(Number(event.currentTarget.value))}
        />
        <span class="w-20"
          ><Input
            aria-label="Cut at"
            class="px-1 py-0 text-right text-xs tabular-nums"
            autocomplete="off"
            value={formatLength(cutAt, editor.settings.units)}
            onchange={(event: Event) => typeCut(inputOf(event))}
          /></span
        >
      </span>
    {/if}
  </div>
  {#if chip}<span
      class="pointer-events-none absolute z-10 whitespace-nowrap rounded-sm bg-slate px-1.5 py-0.5 text-xs text-white"
      style:left="{chip.x}px"
      style:top="{chip.y}px">{chip.text}</span
    >{/if}
  {#if !isBegun && house.shown.tables.wall.size + house.shown.tables.slab.size === 0}
    <p class="pointer-events-none absolute inset-0 grid place-items-center p-8 text-center text-shale">
      The model stands up here as you draw the plan.
    </p>
  {/if}
  {#if lost}<div
      class="absolute inset-0 grid place-content-center gap-3 bg-white/90 p-8 text-center text-shale"
      role="alert"
    >
      <p>The graphics card has dropped the picture of the model. Nothing of the house is lost.</p>
      <p><Button size="sm" color="light" onclick={onagain}>Draw it again</Button></p>
    </div>{/if}
  {#if house.behind}<p
      class="absolute bottom-12 left-2 border border-fog bg-white px-3 py-1.5 text-xs text-rust"
      role="status"
    >
      {house.behind}
    </p>{/if}
  {#if house.progress}
    <div
      class="absolute bottom-2 left-2 flex items-center gap-3 border border-fog bg-white px-3 py-1.5 text-xs"
      role="status"
    >
      Building the model: {house.progress.done} of {house.progress.of}
      <progress class="h-1.5 w-28 accent-kelp" value={house.progress.done} max={house.progress.of}></progress>
      <Press class="text-rust underline" onclick={() => house.cancelWork()}>Cancel</Press>
    </div>
  {/if}
</div>
