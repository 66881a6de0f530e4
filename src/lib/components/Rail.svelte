<script lang="ts">
  import Press from './Press.svelte';
  import BookOpen from '@lucide/svelte/icons/book-open';
  import BrickWall from '@lucide/svelte/icons/brick-wall';
  import DoorOpen from '@lucide/svelte/icons/door-open';
  import Layers from '@lucide/svelte/icons/layers';
  import Building2 from '@lucide/svelte/icons/building-2';
  import House from '@lucide/svelte/icons/house';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import PenTool from '@lucide/svelte/icons/drafting-compass';
  import Ruler from '@lucide/svelte/icons/ruler';
  import AppWindow from '@lucide/svelte/icons/app-window';
  import Building from '@lucide/svelte/icons/building';
  import CopyPlus from '@lucide/svelte/icons/copy-plus';
  import BrickWallFire from '@lucide/svelte/icons/brick-wall-fire';
  import PencilRuler from '@lucide/svelte/icons/pencil-ruler';
  import MoveHorizontal from '@lucide/svelte/icons/move-horizontal';
  import Shapes from '@lucide/svelte/icons/shapes';
  import Equal from '@lucide/svelte/icons/equal';
  import Cylinder from '@lucide/svelte/icons/cylinder';
  import CornerDownRight from '@lucide/svelte/icons/corner-down-right';
  import ScanLine from '@lucide/svelte/icons/scan-line';
  import Sigma from '@lucide/svelte/icons/sigma';
  import FileOutput from '@lucide/svelte/icons/file-output';
  import Image from '@lucide/svelte/icons/image';
  import LayersTwo from '@lucide/svelte/icons/layers-2';
  import RectangleHorizontal from '@lucide/svelte/icons/rectangle-horizontal';
  import RectangleVertical from '@lucide/svelte/icons/rectangle-vertical';
  import RulerDimensionLine from '@lucide/svelte/icons/ruler-dimension-line';
  import SlidersHorizontal from '@lucide/svelte/icons/sliders-horizontal';
  import Spline from '@lucide/svelte/icons/spline';
  import Square from '@lucide/svelte/icons/square';
  import Frame from '@lucide/svelte/icons/frame';
  import HousePlus from '@lucide/svelte/icons/house-plus';
  import TrendingDown from '@lucide/svelte/icons/trending-down';
  import Shovel from '@lucide/svelte/icons/shovel';
  import Mountain from '@lucide/svelte/icons/mountain';
  import ListOrdered from '@lucide/svelte/icons/list-ordered';
  import Crosshair from '@lucide/svelte/icons/crosshair';
  import MapPin from '@lucide/svelte/icons/map-pin';
  import Pentagon from '@lucide/svelte/icons/pentagon';
  import Waypoints from '@lucide/svelte/icons/waypoints';
  import SquareDashed from '@lucide/svelte/icons/square-dashed';
  import DoorStairwell from '@lucide/svelte/icons/door-stairwell';
  import Triangle from '@lucide/svelte/icons/triangle';
  import Kbd from 'flowbite-svelte/Kbd.svelte';
  import type { Component } from 'svelte';
  import { shownKey, toolKeys } from './keys.svelte';
  import Presets from './Presets.svelte';
  import type { House as OpenHouse } from './house.svelte';
  import type { WorkStage } from '../core/document/kind';
  import { stages, type ActionName } from '../editor/stages';
  import type { ToolName } from '../editor/tool';

  let { house, take }: { house: OpenHouse; take: (name: ToolName | ActionName) => void } = $props();

  const icons: Record<WorkStage, Component<{ size?: number }>> = {
    measure: Ruler,
    walls: BrickWall,
    openings: DoorOpen,
    floors: Layers,
    storeys: Building2,
    roof: House,
    review: ListChecks,
    drawings: PenTool
  };
  const toolIcons: Record<ToolName | ActionName, Component<{ size?: number }>> = {
    project: SlidersHorizontal,
    layTracingSheet: Image,
    trueUp: RulerDimensionLine,
    foundWalls: ScanLine,
    tape: Ruler,
    wallRun: Spline,
    rectangle: Square,
    joint: CornerDownRight,
    makeTrue: Equal,
    shape: Shapes,
    guide: PencilRuler,
    dimension: MoveHorizontal,
    column: Cylinder,
    chimney: BrickWallFire,
    buildUps: LayersTwo,
    catalogue: BookOpen,
    door: DoorOpen,
    window: AppWindow,
    opening: RectangleVertical,
    slab: RectangleHorizontal,
    fall: TrendingDown,
    stair: DoorStairwell,
    clearSpace: SquareDashed,
    surveyRun: ListOrdered,
    surveyRoom: Pentagon,
    roomTie: Waypoints,
    meter: Crosshair,
    siteNote: MapPin,
    ground: Mountain,
    footing: Shovel,
    storey: Building,
    copyUp: CopyPlus,
    roof: House,
    roofEdge: Triangle,
    dormer: HousePlus,
    rooflight: Frame,
    review: ListChecks,
    quantities: Sigma,
    handOver: FileOutput
  };
  const inHand = $derived(house.hand.tool?.name);
  /** What the tool in hand can do, where that is more than one thing. */
  const ways = $derived((house.tick, house.hand.tool?.ways));
  const open = $derived(house.hand.stage);
  const counted = $derived(house.findings.filter((finding) => finding.deferred === undefined));
  const count = (stage: WorkStage) =>
    stage === 'review' ? counted.length : counted.filter((finding) => finding.stage === stage).length;
</script>

<nav class="flex w-[152px] flex-col overflow-y-auto bg-chalk py-2" aria-label="Order of work">
  {#each stages as { stage, label, tools, later } (stage)}
    {@const Icon = icons[stage]}
    {@const findings = count(stage)}
    <div class={open === stage ? 'border-l-[3px] border-kelp bg-white' : 'border-l-[3px] border-transparent'}>
      <Press
        class="flex w-full items-center gap-2.5 px-3 py-2 text-left {open === stage
          ? 'font-semibold'
          : 'text-shale'}"
        aria-expanded={open === stage}
        onclick={() => house.editor.open(stage)}
      >
        <Icon size={17} />
        <span class="flex-1">{label}</span>
        {#if findings > 0}<span
            class="rounded-full bg-rust px-1.5 text-xs font-semibold text-white"
            title="{findings} findings">{findings}</span
          >{/if}
      </Press>
      {#if open === stage}
        <ul class="px-2 pb-2">
          {#each tools as shelf (shelf.tool)}
            {@const { tool, label: word } = shelf}
            {@const ToolIcon = toolIcons[tool]}
            <li>
              <Press
                class="flex w-full items-center gap-2 rounded px-2 py-1 text-left {inHand === tool
                  ? 'bg-primary-100 font-semibold text-kelp'
                  : 'hover:bg-fog'}"
                aria-pressed={inHand === tool}
                onclick={() => take(tool)}
              >
                <span class="shrink-0"><ToolIcon size={14} /></span><span class="flex-1 whitespace-nowrap"
                  >{word}</span
                ><Kbd>{shownKey(toolKeys.of(shelf))}</Kbd>
              </Press>
              {#if inHand === tool && ways}
                <ul class="mt-0.5 mb-1 ml-5 border-l border-fog" aria-label="What {word} does">
                  {#each ways.all as way (way.value)}
                    <li>
                      <Press
                        class="block w-full px-2 py-0.5 text-left text-xs hover:bg-fog {ways.now === way.value
                          ? 'font-semibold text-kelp'
                          : 'text-shale'}"
                        aria-pressed={ways.now === way.value}
                        onclick={() => house.editor.tool?.fill(ways.blank, way.value)}>{way.label}</Press
                      >
                    </li>
                  {/each}
                </ul>
              {/if}
            </li>
          {/each}
          {#if stage === 'walls'}<Presets {house} />{/if}
          {#if later}<li class="px-2 py-1 text-xs text-shale">{later}</li>{/if}
        </ul>
      {/if}
    </div>
  {/each}
</nav>
