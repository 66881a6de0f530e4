<script lang="ts">
  import Pane from 'flowbite-svelte/Pane.svelte';
  import SplitPane from 'flowbite-svelte/SplitPane.svelte';
  import { tinykeys } from 'tinykeys';
  import { onDestroy, onMount, tick as settle } from 'svelte';
  import type { MeterLink } from '../meter/link';
  import FootLine from './FootLine.svelte';
  import type { House } from './house.svelte';
  import type ModelPane from './ModelPane.svelte';
  import PlanPane from './PlanPane.svelte';
  import Rail from './Rail.svelte';
  import SentenceBar from './SentenceBar.svelte';
  import StackStrip from './StackStrip.svelte';
  import TopBar from './TopBar.svelte';
  import { copyingOf } from '../core/document/copies';
  import { findRecord, settingsOf } from '../core/document/project';
  import { readClip, writeClip } from '../core/exchange/clip';
  import { countOf } from '../editor/details/count';
  import { nudge, stepThrough } from '../editor/pointing';
  import { readLateTools, takeLike, takePaste } from '../editor/take-tool';
  import type { ActionName } from '../editor/stages';
  import type { ToolName } from '../editor/tool';
  import { toolKeys } from './keys.svelte';
  import { whenIdle } from '../frame-loop';

  let { house }: { house: House } = $props();
  let tray = $state(false);
  let handing = $state(false);
  /** The panel that is open over the drawing. */
  let panel = $state<'buildUps' | 'catalogue' | 'quantities' | ''>('');
  let listing = $state(false);
  /** Where what can be done to the selection is listed. */
  let menu = $state<{ x: number; y: number } | undefined>();
  let versions = $state(false);
  let canvases = $state(0);
  let over = $state(0);
  let plan = $state<PlanPane>()!;
  let model = $state<ModelPane>();
  let sentence: SentenceBar;
  let refusing = $state(false);

  const { editor } = $derived(house);
  const jointing = $derived(house.hand.tool?.name === 'joint');
  /** Something was selected: from then on its details are at hand. Panels are read when they are first needed. */
  let looked = $state(false);
  $effect(() => {
    if (house.hand.selection.size > 0) looked = true;
  });

  function take(name: ToolName | ActionName) {
    if (name === 'layTracingSheet')
      void import('./tracing-sheets').then(({ pickTracingSheet }) => pickTracingSheet(house));
    else if (name === 'meter') {
      // Heard from now on, whatever else is still to be read.
      hearMeter();
      window.open('/meter', 'cliffstead-meter', 'popup,width=420,height=760');
    } else if (name === 'review') tray = !tray;
    else if (name === 'handOver') handing = true;
    else if (name === 'buildUps' || name === 'catalogue' || name === 'quantities') {
      editor.take(undefined);
      panel = panel === name ? '' : name;
      listing = false;
    } else if (name === 'project' || name === 'storey') {
      editor.take(undefined);
      editor.select([name === 'project' ? 'project' : editor.storey]);
    } else {
      house.take(name);
      plan.focus();
    }
  }

  /** Keys belong to the field being typed in, but for Enter, Esc and Tab which the sentence handles itself. */
  const inField = (target: EventTarget | null) =>
    target instanceof HTMLElement &&
    (/^(SELECT|TEXTAREA)$/.test(target.tagName) ||
      (target instanceof HTMLInputElement && !/^(checkbox|radio)$/.test(target.type)));
  const onControl = (target: EventTarget | null) =>
    target instanceof HTMLElement &&
    target.closest('button, a, [role="menu"], [role="separator"], [role="slider"], [data-own-keys]') !== null;

  function onkeydown(event: KeyboardEvent) {
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
    if (inField(event.target) && event.key !== 'Escape') return;
    if (event.key === 'Escape') {
      if (menu) menu = undefined;
      else if (listing) listing = false;
      else if (handing) handing = false;
      else if (versions) versions = false;
      else if (panel) panel = '';
      else editor.escape();
    } else if (/^[0-9.('"]$/.test(event.key) && (editor.tool || editor.selection.size > 0))
      sentence.begin(event.key);
    else if (event.key === 'Enter') {
      if (onControl(event.target)) return;
      editor.tool?.accept();
    } else if (event.key === 'Tab' && !event.shiftKey && editor.tool && !onControl(event.target))
      sentence.begin('');
    else if (event.key === 'Delete' || event.key === 'Backspace') editor.deleteSelection();
    else if (/^[[\]{}]$/.test(event.key))
      stepThrough(editor, /[\]}]/.test(event.key) ? 1 : -1, /[{}]/.test(event.key) ? 'add' : 'only');
    else if (event.key === '+' || event.key === '=' || event.key === '-')
      plan.zoomBy(event.key === '-' ? 0.8 : 1.25);
    else if (event.key.startsWith('Arrow') && editor.selection.size === 0 && !onControl(event.target))
      plan.panBy(event.key);
    else if (event.key.startsWith('Arrow') && editor.selection.size > 0 && !onControl(event.target))
      nudgeBy(event);
    else if (event.key === 'a' && !editor.tool) fit();
    else if (event.key === 'W' && editor.selected.length > 0) {
      const [first] = editor.selected;
      if (first?.kind === 'wall' || first?.kind === 'opening') takeLike(editor, house.style, first);
      plan.focus();
    } else if (event.key === '?') {
      listing = !listing;
      panel = '';
    } else if ((event.key === 'ContextMenu' || (event.shiftKey && event.key === 'F10')) && !editor.tool)
      menu = plan.middle();
    else if (event.key === 'A') editor.isolate();
    else if (event.key === 'V') {
      editor.setVeil(!editor.veil);
    } else if (!editor.tool?.key?.(event.key) && toolKeys.at(event.key)) take(toolKeys.at(event.key)!.tool);
    else if (!event.key.match(/^[a-zA-Z]$/)) return;
    event.preventDefault();
    house.catchUp();
  }

  /** Walls, columns and chimneys go to the clipboard as text, so that another house can take them. */
  function oncopy(event: ClipboardEvent) {
    if (inField(event.target) || editor.selection.size === 0 || editor.tool) return;
    const { project } = editor;
    const ids = [...editor.selection].filter((id) => {
      const record = findRecord(project, id);
      return record && copyingOf(project, record) === 'stands';
    });
    if (ids.length === 0) return;
    event.clipboardData?.setData('text/plain', writeClip(editor.model.at(editor.project), ids));
    event.preventDefault();
    editor.say({
      kind: 'done',
      text: `Copied ${countOf(
        editor,
        ids.flatMap((id) => findRecord(project, id) ?? [])
      )}.`,
      hint: 'Paste here, or in another house.'
    });
  }

  function onpaste(event: ClipboardEvent) {
    if (inField(event.target)) return;
    const files = [...(event.clipboardData?.files ?? [])];
    if (files.length > 0) {
      event.preventDefault();
      void import('./tracing-sheets').then(({ layTracingSheetFiles }) => layTracingSheetFiles(house, files));
      return;
    }
    const text = event.clipboardData?.getData('text/plain') ?? '';
    const records = readClip(text);
    if (records) takePaste(editor, records);
    else if (text !== '')
      editor.say({
        kind: 'problem',
        text: 'What was copied is nothing of a house.',
        hint: 'Copy walls or other things of a plan in Cliffstead, then paste here.'
      });
    else return;
    event.preventDefault();
    plan.focus();
  }

  /** All of the house in the plan and in the model. */
  function fit() {
    plan.fit();
    model?.fit();
  }

  async function modelAnew() {
    canvases += 1;
    await settle();
    house.drawAnew();
  }

  /** The browser asks before it closes a page with something that is not on disk. */
  function onbeforeunload(event: BeforeUnloadEvent) {
    if (house.isAtRisk) event.preventDefault();
  }

  /** At scales smaller than 1 to this, joints cannot be read. */
  const readable = 26;

  /** What lays the sheet out, read once the model view is there: the browser does not wait for it when it prints. */
  let print: typeof import('./print') | undefined;
  let printed: (() => void) | undefined;
  /** With its library much larger than all the rest, it is read once the plan can be worked in. */
  let modelView = $state.raw<typeof ModelPane>();
  /** All that the hints speak of is there. */
  let complete = $state(false);
  let meter: Promise<MeterLink> | undefined;
  const hearMeter = () =>
    (meter ??= import('./meter').then(({ attachMeter }) =>
      attachMeter(house, (text) => sentence.begin(text))
    ));
  onDestroy(() => meter?.then((link) => link.close()));
  onMount(() => {
    const opened = editor.project;
    return whenIdle(async () => {
      modelView = (await import('./ModelPane.svelte')).default;
      print = await import('./print');
      await Promise.all([import('../editor/selection-sentence'), readLateTools()]);
      editor.choosePhoto = async (note) => (await import('./photos')).choosePhoto(house, note);
      await hearMeter();
      // Only now they can be drawn; under a hand that has begun nothing moves.
      if (editor.project.tables.surveyRoom.size > 0) plan.cameLate(editor.project === opened && !editor.tool);
      complete = true;
    });
  });

  function nudgeBy(event: KeyboardEvent) {
    const step = editor.settings.nudge * (event.shiftKey ? 10 : 1);
    const ways: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, 1],
      ArrowDown: [0, -1]
    };
    const [x, y] = ways[event.key] ?? [0, 0];
    nudge(editor, { x: x * step, y: y * step });
  }

  onMount(() =>
    tinykeys(window, {
      '$mod+z': (event) => {
        if (inField(event.target)) return;
        event.preventDefault();
        editor.undo();
      },
      '$mod+Shift+z': (event) => {
        event.preventDefault();
        editor.redo();
      },
      '$mod+y': (event) => {
        event.preventDefault();
        editor.redo();
      }
    })
  );
</script>

<svelte:window
  {onkeydown}
  {oncopy}
  {onpaste}
  {onbeforeunload}
  onbeforeprint={() => (printed = print?.layOutForPrint(editor))}
  onafterprint={() => printed?.()}
/>
<svelte:head><title>{settingsOf(house.project).name}: Cliffstead</title></svelte:head>

<div
  class="grid h-dvh grid-cols-[auto_108px_minmax(0,1fr)] grid-rows-[48px_minmax(0,1fr)_30px] overflow-hidden"
>
  <TopBar {house} bind:handing bind:versions />
  <Rail {house} {take} />
  <StackStrip {house} />
  <main class="flex min-w-0 flex-col">
    <SentenceBar {house} bind:this={sentence} bind:over bind:refusing onleave={() => plan.focus()} />
    <div class="relative min-h-0 flex-1" style:--over="{over}px">
      <SplitPane initialSizes={[56, 44]} minSize={1} responsive={false} transition={false}>
        <Pane
          ><PlanPane
            {house}
            bind:this={plan}
            {take}
            onfit={fit}
            onmenu={(at) => (menu = at)}
            {complete}
          /></Pane
        >
        <Pane>
          <div class="relative flex h-full flex-col">
            <div class="relative min-h-0 flex-1">
              {#if modelView}{@const ModelView = modelView}{#key canvases}<ModelView
                    {house}
                    bind:this={model}
                    onagain={modelAnew}
                    onmenu={(at) => (menu = at)}
                  />{/key}
              {:else}<p class="grid h-full place-items-center text-shale">The model view is loading…</p>{/if}
              {#if jointing}{#await import('./JointPictures.svelte') then { default: JointPictures }}
                  <JointPictures
                    {house}
                    onjoint={(region) => plan.scale() > readable && plan.zoomTo(region)}
                  />
                {/await}{/if}
            </div>
            {#if looked}{#await import('./Details.svelte') then { default: Details }}
                <Details {house} />
              {/await}{/if}
          </div>
        </Pane>
      </SplitPane>
      {#if listing}{#await import('./KeysPanel.svelte') then { default: KeysPanel }}
          <KeysPanel {house} onclose={() => (listing = false)} />
        {/await}{/if}
      {#if panel === 'buildUps'}{#await import('./BuildUps.svelte') then { default: BuildUps }}
          <BuildUps {house} onclose={() => (panel = '')} />
        {/await}{:else if panel === 'catalogue'}{#await import('./Catalogue.svelte') then { default: Catalogue }}
          <Catalogue {house} onclose={() => (panel = '')} />
        {/await}{:else if panel === 'quantities'}{#await import('./Quantities.svelte') then { default: Quantities }}
          <Quantities {house} onclose={() => (panel = '')} />
        {/await}{/if}
    </div>
    {#if tray}{#await import('./ReviewTray.svelte') then { default: ReviewTray }}
        <ReviewTray {house} onclose={() => (tray = false)} onzoom={(box) => plan.zoomTo(box)} />
      {/await}{/if}
  </main>
  <FootLine {house} {refusing} bind:tray scale={() => plan?.scale() ?? 75} />
  {#if complete}{#await import('./Hints.svelte') then { default: Hints }}<Hints {house} />{/await}{/if}
</div>
{#if menu}{#await import('./ThingMenu.svelte') then { default: ThingMenu }}
    {#key menu}<ThingMenu
        {house}
        at={menu}
        onclose={() => {
          menu = undefined;
          plan.focus();
        }}
      />{/key}
  {/await}{/if}
{#if house.isLost}{#await import('./LostProject.svelte') then { default: LostProject }}
    <LostProject {house} />
  {/await}{/if}
