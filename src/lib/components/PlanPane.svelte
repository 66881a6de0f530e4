<script lang="ts">
  import Press from './Press.svelte';
  import { onMount } from 'svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import { theme } from './theme.svelte';
  import type { House } from './house.svelte';
  import type { Point } from '../core/geometry/point';
  import { Drag, hitAt, idsInBox, thingsOn } from '../editor/pointing';
  import { sizeAt } from '../editor/sizes';
  import type { ActionName } from '../editor/stages';
  import { roofValueAt } from '../editor/roof-values';
  import { takeRoofValue, takeSize } from '../editor/take-tool';
  import type { ToolName } from '../editor/tool';
  import { Fingers } from '../plan/fingers';
  import { PlanView } from '../plan/plan-view';
  import { lookOf, outlineOf } from '../core/kinds/tracing-sheet/place';
  import { isLines, type TracingSheet } from '../core/kinds/tracing-sheet/record';
  import { sheetsShown } from '../editor/kinds/tracing-sheet/snaps';

  /** `onmenu`: what can be done to the selection is asked for, at a place of the page. */
  let {
    house,
    take,
    onfit,
    onmenu,
    complete
  }: {
    house: House;
    take: (name: ToolName | ActionName) => void;
    onfit: () => void;
    onmenu: (at: { x: number; y: number }) => void;
    /** Whether what can wait has come. */
    complete: boolean;
  } = $props();
  let canvas: HTMLCanvasElement;
  let frame: HTMLElement;
  let view: PlanView | undefined;
  let shownStorey = '';
  let scaleTick = $state(0);
  let drag: Drag | undefined;
  /** `pans`: what it drags is the plan. */
  let pressed: { x: number; y: number; at: Point; button: number; pans: boolean } | undefined;
  let moved = false;
  const fingers = new Fingers(() => view!);
  /** Whether one finger draws with the tool in hand, or pans; asked once a finger was used. */
  let fingerDraws = $state(true);
  let touched = $state(false);
  let held: ReturnType<typeof setTimeout> | undefined;

  const { editor } = $derived(house);
  let showing = $state(false);
  const isShownInPart = $derived(
    house.hand.veil ||
      house.hand.isolated !== undefined ||
      house.hand.worksShown !== 'all' ||
      house.project.tables.layer.size > 0
  );
  const empty = $derived((house.shown, thingsOn(editor).length === 0 && !house.hand.tool));

  export function focus() {
    canvas.focus();
  }
  export function middle() {
    const { left, top, width, height } = frame.getBoundingClientRect();
    return { x: left + width / 2, y: top + height / 2 };
  }
  export function fit() {
    view?.fit();
  }
  export function cameLate(isUntouched: boolean) {
    view?.cameLate(isUntouched);
  }
  export function zoomBy(factor: number) {
    view?.zoom(factor, frame.clientWidth / 2, frame.clientHeight / 2);
  }
  export function panBy(arrow: string) {
    const step = 60;
    const ways: Record<string, [number, number]> = {
      ArrowLeft: [step, 0],
      ArrowRight: [-step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step]
    };
    view?.pan(...(ways[arrow] ?? [0, 0]));
  }
  export function zoomTo(box: { minX: number; minY: number; maxX: number; maxY: number }) {
    view?.fit(box);
  }
  export function scale(): number {
    void scaleTick;
    return view?.scale ?? 75;
  }

  function perPixel(): number {
    void scaleTick;
    return view?.mmPerPixel ?? 20;
  }

  onMount(() => {
    view = new PlanView(canvas, editor, () => (scaleTick += 1));
    const observer = new ResizeObserver(() => view!.resize(frame.clientWidth, frame.clientHeight));
    observer.observe(frame);
    void document.fonts.load('12px "DejaVu Sans Condensed"').then(() => view?.drawAnew());
    Object.assign(canvas, { planView: view });
    return () => observer.disconnect();
  });

  $effect(() => {
    void house.tick;
    if (!view) return;
    if (shownStorey !== editor.storey) {
      shownStorey = editor.storey;
      view.fit();
    }
    const laid = house.laid && editor.project.tables.tracingSheet.get(house.laid);
    house.laid = undefined;
    if (laid) view.reveal(outlineOf(laid));
    view.redraw();
    for (const sheet of sheetsShown(editor))
      if (isLines(sheet) ? !editor.drawings.has(sheet.blob) : !view.hasPicture(lookOf(sheet)))
        void loadSheet(sheet);
  });

  $effect(() => {
    const { tokens } = theme;
    view?.setTokens(tokens);
  });

  /** Reading files is read itself when the first one comes. */
  const laying = () => import('./tracing-sheets');

  const loading = new Set<string>();
  /** Each look of a sheet is read once. */
  async function loadSheet(sheet: TracingSheet) {
    const look = lookOf(sheet);
    if (loading.has(look)) return;
    loading.add(look);
    const { showSheet } = await import('./sheet-looks');
    if (!(await showSheet(house, view!, sheet))) loading.delete(look);
  }

  function at(event: PointerEvent | WheelEvent): { x: number; y: number; point: Point } {
    const rect = canvas.getBoundingClientRect();
    const [x, y] = [event.clientX - rect.left, event.clientY - rect.top];
    return { x, y, point: view!.toModel(x, y) };
  }

  function onpointerdown(event: PointerEvent) {
    canvas.setPointerCapture(event.pointerId);
    canvas.focus();
    const { x, y, point } = at(event);
    const isFinger = event.pointerType === 'touch';
    if (isFinger) {
      touched = true;
      fingers.press(event.pointerId, { x, y });
      if (fingers.areTwo) return onpointercancel(event);
      held = setTimeout(() => askAt(event, point), 600);
    }
    const per = view!.mmPerPixel;
    const onSelected = () => editor.selection.has(hitAt(editor, point, per) ?? '');
    const pans = event.button !== 0 || (isFinger && (editor.tool ? !fingerDraws : !onSelected()));
    pressed = { x, y, at: point, button: event.button, pans };
    moved = false;
    if (pans) return;
    // A finger was nowhere before it came down.
    if (isFinger) editor.tool?.move?.(point, per);
    if (editor.tool) editor.tool.press?.(point);
    else drag = Drag.begin(editor, point, per);
  }

  /** What can be done to the thing there. */
  function askAt({ clientX, clientY }: PointerEvent, point: Point) {
    if (moved || editor.tool || !pressed) return;
    const id = hitAt(editor, point, view!.mmPerPixel);
    if (!id) return;
    if (!editor.selection.has(id)) editor.select([id]);
    drag?.cancel();
    letGo();
    pressed = undefined;
    onmenu({ x: clientX, y: clientY });
  }

  /** What a press would do. */
  function cursorAt(point: Point, per: number): string {
    if (editor.tool) return house.hand.message?.kind === 'problem' ? 'not-allowed' : '';
    if (sizeAt(editor, point, per) || roofValueAt(editor, point, per)) return 'text';
    const id = hitAt(editor, point, per);
    if (!id) return '';
    return editor.selection.has(id) ? 'move' : 'pointer';
  }

  function onpointermove(event: PointerEvent) {
    const { x, y, point } = at(event);
    const per = view!.mmPerPixel;
    if (event.pointerType === 'touch') fingers.move(event.pointerId, { x, y });
    if (fingers.areTwo) return;
    editor.freePointer(event.shiftKey);
    if (!pressed) {
      if (editor.tool) editor.tool.move?.(point, per);
      else hover(hitAt(editor, point, per));
      canvas.style.cursor = cursorAt(point, per);
      return;
    }
    // A finger is never quite still.
    if (Math.hypot(x - pressed.x, y - pressed.y) > (event.pointerType === 'touch' ? 8 : 3)) moved = true;
    if (!moved) return;
    if (pressed.pans) {
      canvas.style.cursor = 'grabbing';
      const now = view!.toScreen(pressed.at);
      view!.pan(x - now[0], y - now[1]);
      return;
    }
    if (editor.tool) editor.tool.move?.(point, per);
    else if (drag) {
      drag.move(point);
      showPull();
    } else {
      view!.box = { from: pressed.at, to: point };
      view!.redraw();
    }
  }

  function showPull() {
    view!.pulled = drag?.overlay;
    editor.pull(drag?.words);
  }

  function letGo() {
    drag = undefined;
    showPull();
  }

  function hover(id: string | undefined) {
    editor.hoverOver(id);
  }

  function onpointerup(event: PointerEvent) {
    const { point } = at(event);
    clearTimeout(held);
    fingers.lift(event.pointerId);
    if (pressed?.button === 2) askAt(event, point);
    const was = pressed;
    pressed = undefined;
    if (!was || was.button !== 0 || (was.pans && moved)) {
      canvas.style.cursor = cursorAt(point, view!.mmPerPixel);
      return;
    }
    if (editor.tool) {
      editor.freePointer(event.shiftKey);
      editor.tool.click?.(point, view!.mmPerPixel);
      return;
    }
    if (moved && drag) drag.drop();
    else if (moved && view!.box) {
      editor.select([...(event.shiftKey ? editor.selection : []), ...idsInBox(editor, was.at, point)]);
    } else {
      const size = sizeAt(editor, point, view!.mmPerPixel);
      if (size) {
        takeSize(editor, size);
        return;
      }
      const value = roofValueAt(editor, point, view!.mmPerPixel);
      if (value) {
        takeRoofValue(editor, house.style, value);
        return;
      }
      const id = hitAt(editor, point, view!.mmPerPixel);
      if (id && event.shiftKey) editor.toggle(id);
      else editor.select(id ? [id] : [], point);
    }
    view!.box = undefined;
    letGo();
    view!.redraw();
  }

  function onpointercancel(event: PointerEvent) {
    clearTimeout(held);
    if (event.type === 'pointercancel') fingers.lift(event.pointerId);
    drag?.cancel();
    editor.tool?.lift?.();
    letGo();
    pressed = undefined;
    view!.box = undefined;
  }

  function onkeydown(event: KeyboardEvent) {
    if (!drag) return;
    if (event.key === 'Escape') drag.cancel();
    else if (event.key === 'Enter') drag.drop();
    else if (drag.key(event.key)) {
      showPull();
      event.preventDefault();
      return;
    } else return;
    letGo();
    pressed = undefined;
    event.preventDefault();
  }

  function onwheel(event: WheelEvent) {
    event.preventDefault();
    const { x, y } = at(event);
    // Sideways it pans; a pinch on a trackpad comes as a wheel with Ctrl, in small steps.
    if (event.deltaX !== 0) view!.pan(-event.deltaX, 0);
    view!.zoom(Math.exp(-event.deltaY * (event.ctrlKey ? 0.01 : 0.0015)), x, y);
  }

  function ondrop(event: DragEvent) {
    event.preventDefault();
    const files = [...(event.dataTransfer?.files ?? [])];
    if (files.length > 0)
      void laying().then(({ layTracingSheetFiles }) => layTracingSheetFiles(house, files));
  }
</script>

<div
  bind:this={frame}
  class="relative h-full overflow-hidden bg-paper"
  role="presentation"
  {ondrop}
  ondragover={(event) => event.preventDefault()}
>
  <!-- svelte-ignore a11y_no_interactive_element_to_noninteractive_role -->
  <canvas
    bind:this={canvas}
    class="absolute inset-0 h-full w-full touch-none outline-offset-[-2px]"
    class:cursor-crosshair={house.hand.tool !== undefined}
    tabindex="0"
    role="application"
    aria-label="Plan. Brackets step through its things, with Shift adding them; arrows nudge or pan, plus and minus zoom, letters take tools."
    data-testid="plan"
    {onpointerdown}
    {onpointermove}
    {onpointerup}
    {onpointercancel}
    onpointerleave={() => hover(undefined)}
    {onwheel}
    {onkeydown}
    oncontextmenu={(event) => event.preventDefault()}
  ></canvas>
  {#if empty}
    <div class="pointer-events-none absolute inset-0 grid place-items-center">
      <div class="pointer-events-auto max-w-sm border border-fog bg-white px-6 py-5 text-center">
        <p class="font-semibold">Nothing is drawn on this storey yet</p>
        <p class="mt-1 text-shale">
          Drop a picture or a drawing of a plan here to trace it, or draw straight away.
        </p>
        <div class="mt-4 flex justify-center gap-2">
          <Button size="sm" onclick={() => take('wallRun')}>Draw a wall run</Button>
          <Button size="sm" color="light" onclick={() => take('rectangle')}>Type a rectangle</Button>
        </div>
        <Press class="mt-3 text-kelp underline" onclick={() => take('layTracingSheet')}
          >Choose a picture or drawing of a plan</Press
        >
      </div>
    </div>
  {/if}
  <Press
    class="absolute bottom-2 left-2 border border-fog bg-white px-2 py-1 text-xs text-shale hover:text-slate"
    onclick={onfit}>Fit</Press
  >
  {#if house.choosing}{@const { name, pages, choose } =
      house.choosing}{#await import('./PagesPanel.svelte') then { default: PagesPanel }}<PagesPanel
        {name}
        {pages}
        onchoose={choose}
      />{/await}{/if}
  {#if house.reading}
    <p
      class="absolute left-1/2 top-3 flex -translate-x-1/2 items-center gap-3 border border-fog bg-white px-3 py-1.5 text-[13px] shadow-md"
      role="status"
    >
      Reading “{house.reading}”{house.readShare > 0 ? `, ${Math.round(100 * house.readShare)} %` : ''}…
      <Press class="text-kelp underline" onclick={() => house.stopReading()}>Leave it</Press>
    </p>
  {/if}
  {#if complete}{#await import('./PlanCorner.svelte') then { default: PlanCorner }}<PlanCorner
        {house}
        mmPerPixel={perPixel()}
      />{/await}{/if}
  {#if showing}{#await import('./ShowPanel.svelte') then { default: ShowPanel }}<ShowPanel
        {house}
      />{/await}{/if}
  <Press
    class="absolute bottom-2 left-[74px] border border-fog bg-white px-2 py-1 text-xs hover:text-slate {isShownInPart
      ? 'font-semibold text-kelp'
      : 'text-shale'}"
    aria-expanded={showing}
    onclick={() => (showing = !showing)}>Show</Press
  >
  {#if touched && house.hand.tool}<Press
      class="absolute bottom-2 left-[152px] border border-fog bg-white px-2 py-1 text-xs text-shale"
      aria-pressed={!fingerDraws}
      onclick={() => (fingerDraws = !fingerDraws)}>{fingerDraws ? 'Finger draws' : 'Finger pans'}</Press
    >{/if}
</div>
