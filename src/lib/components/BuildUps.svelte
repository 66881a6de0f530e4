<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Entry from './Entry.svelte';
  import Press from './Press.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import GripVertical from '@lucide/svelte/icons/grip-vertical';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import X from '@lucide/svelte/icons/x';
  import { dndzone } from 'svelte-dnd-action';
  import type { House } from './house.svelte';
  import { duties } from '../core/kernels/joints/frame';
  import { hatches } from '../core/display/marks';
  import { textures } from '../core/kinds/material/record';
  import { BuildUpBench } from '../editor/kinds/build-up/bench';

  let { house, onclose }: { house: House; onclose: () => void } = $props();
  const bench = $derived(new BuildUpBench(house.editor));
  let page = $state<'buildUps' | 'materials'>('buildUps');
  let chosen = $state('');
  let fault = $state('');
  /** The plies in the order in which they lie while one is dragged. */
  let dragged = $state.raw<ReturnType<typeof rowsOf> | undefined>();

  const rows = $derived((house.project, bench.rows));
  const table = $derived(
    (house.project, house.hand.selection, bench.tableOf(chosen || selectedBuildUp() || rows[0]?.id || ''))
  );
  const materials = $derived((house.project, bench.materials));
  const walls = $derived([...house.hand.selection].filter((id) => house.project.tables.wall.has(id)).length);

  function selectedBuildUp(): string | undefined {
    const [first] = house.editor.selected;
    return first?.kind === 'wall' ? first.buildUp : undefined;
  }
  const rowsOf = ({ plies }: NonNullable<typeof table>) =>
    plies.map((row, place) => ({ ...row, id: String(place), place }));
  /** By keys the arrows beside each ply move it. */
  const pointerOnly = { zoneTabIndex: -1, zoneItemTabIndex: -1, autoAriaDisabled: true };
  const say = (answer: string | undefined) => (fault = answer ?? '');
  const value = (event: Event) => (event.currentTarget as HTMLInputElement | HTMLSelectElement).value;
  const number = (text: string) => (text.trim() === '' ? null : Number(text));
  const cell = 'border-0 border-b border-fog bg-transparent px-1 py-0.5 text-[13px] w-full';
</script>

<section
  class="absolute inset-y-0 right-0 z-20 flex w-[640px] max-w-full flex-col border-l border-fog bg-white shadow-lg"
  aria-label="Build-ups"
>
  <header class="flex items-center gap-4 border-b border-fog px-4 py-2">
    <Press
      class="py-1 {page === 'buildUps' ? 'border-b-2 border-kelp font-semibold' : 'text-shale'}"
      aria-pressed={page === 'buildUps'}
      onclick={() => (page = 'buildUps')}>Build-ups</Press
    >
    <Press
      class="py-1 {page === 'materials' ? 'border-b-2 border-kelp font-semibold' : 'text-shale'}"
      aria-pressed={page === 'materials'}
      onclick={() => (page = 'materials')}>Materials</Press
    >
    <span class="flex-1 truncate text-xs text-rust" role="alert">{fault}</span>
    <Press class="p-1 text-shale" aria-label="Close the build-ups" onclick={onclose}><X size={16} /></Press>
  </header>

  {#if page === 'buildUps'}
    <div class="grid min-h-0 flex-1 grid-cols-[186px_minmax(0,1fr)]">
      <ul class="overflow-y-auto border-r border-fog bg-chalk py-1">
        {#each rows as row (row.id)}
          <li>
            <Press
              class="w-full px-3 py-1.5 text-left text-[13px] {row.id === table?.id
                ? 'bg-white font-semibold'
                : 'hover:bg-fog'}"
              aria-pressed={row.id === table?.id}
              onclick={() => (chosen = row.id)}
            >
              {row.name}
              <span class="block text-xs font-normal text-shale"
                >{row.thickness} · {row.used === 0
                  ? 'not used'
                  : row.used === 1
                    ? '1 wall'
                    : `${row.used} walls`}</span
              >
            </Press>
          </li>
        {/each}
      </ul>
      {#if table}
        <div class="overflow-y-auto p-4">
          <Entry
            class="w-full border-0 border-b border-fog p-0 pb-1 font-semibold"
            aria-label="Name of the build-up"
            value={table.name}
            onput={(text) => say(bench.rename(table.id, text))}
          />
          <div
            class="mt-3 flex h-14 border border-slate"
            role="img"
            aria-label="The plies to scale, outside on the left"
          >
            {#each table.plies as { ply, material }, i (i)}
              <span
                class="border-r border-slate/40 last:border-0"
                style:flex="{ply.thickness} 0 0"
                style:background={material?.colour ?? '#C9CCC6'}
                title={material?.name}
              ></span>
            {/each}
          </div>
          <p class="mt-0.5 flex justify-between text-xs text-shale">
            <span>outside</span><span>inside</span>
          </p>

          <ol
            class="mt-2"
            aria-label="Plies, from outside in"
            use:dndzone={{
              items: dragged ?? rowsOf(table),
              flipDurationMs: 120,
              dropTargetStyle: {},
              ...pointerOnly
            }}
            onconsider={({ detail }) => (dragged = detail.items)}
            onfinalize={({ detail }) => {
              dragged = undefined;
              const from = detail.items.find(({ id }) => id === detail.info.id)!.place;
              const to = detail.items.findIndex(({ id }) => id === detail.info.id);
              if (from !== to) say(bench.movePly(table.id, from, to));
            }}
          >
            {#each dragged ?? rowsOf(table) as { id, place: i, ply, thickness, beside } (id)}
              <li
                class="grid grid-cols-[18px_minmax(0,1fr)_70px_104px_66px] items-center gap-1 bg-white"
                aria-label="Ply {i + 1}"
              >
                <GripVertical size={14} class="text-shale" />
                <Select
                  placeholder=""
                  classes={{ select: `${cell} pr-6` }}
                  aria-label="Material of ply {i + 1}"
                  value={ply.material}
                  onchange={(event) => say(bench.setPly(table.id, i, { material: value(event) }))}
                >
                  {#each materials as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
                </Select>
                <Entry
                  class="{cell} text-right text-tide"
                  aria-label="Thickness of ply {i + 1}"
                  value={thickness}
                  onput={(text) => say(bench.setThickness(table.id, i, text))}
                />
                <Select
                  placeholder=""
                  classes={{ select: `${cell} pr-6` }}
                  aria-label="Duty of ply {i + 1}"
                  value={ply.duty}
                  onchange={(event) =>
                    say(bench.setPly(table.id, i, { duty: value(event) as (typeof duties)[number] }))}
                >
                  {#each duties as duty (duty)}<option value={duty}>{duty}</option>{/each}
                </Select>
                <span class="flex text-shale">
                  <Press
                    class="p-0.5 disabled:opacity-30"
                    disabled={i === 0}
                    aria-label="Move ply {i + 1} outwards"
                    onclick={() => say(bench.movePly(table.id, i, i - 1))}><ArrowUp size={14} /></Press
                  >
                  <Press
                    class="p-0.5 disabled:opacity-30"
                    disabled={i === table.plies.length - 1}
                    aria-label="Move ply {i + 1} inwards"
                    onclick={() => say(bench.movePly(table.id, i, i + 1))}><ArrowDown size={14} /></Press
                  >
                  <Press
                    class="p-0.5 hover:text-rust"
                    aria-label="Remove ply {i + 1}"
                    onclick={() => say(bench.removePly(table.id, i))}><Trash2 size={14} /></Press
                  >
                </span>
                {#if beside}<span class="col-span-2 col-start-2 text-right text-xs text-tide">{beside}</span
                  >{/if}
              </li>
            {/each}
          </ol>
          <p class="mt-1 flex items-center justify-between text-[13px]">
            <Press class="text-kelp underline" onclick={() => say(bench.addPly(table.id))}>Add a ply</Press>
            <span
              ><strong>{table.thickness} in all</strong>{#if table.beside}<span class="pl-1 text-xs text-tide"
                  >{table.beside}</span
                >{/if}</span
            >
          </p>

          <dl class="mt-4 grid grid-cols-[130px_1fr] gap-y-1 text-[13px]">
            <dt class="text-shale">U-value, estimate</dt>
            <dd>{table.uValue} W/m²K <span class="text-xs text-shale">(ISO 6946, in series)</span></dd>
            <dt class="text-shale">Mass</dt>
            <dd>{table.mass} kg/m²</dd>
            <dt class="text-shale">Fire rating</dt>
            <dd>
              <Entry
                class={cell}
                aria-label="Fire rating"
                placeholder="as you note it"
                value={table.record.fireRating}
                onput={(text) => say(bench.rate(table.id, { fireRating: text }))}
              />
            </dd>
            <dt class="text-shale">Sound rating</dt>
            <dd>
              <Entry
                class={cell}
                aria-label="Sound rating"
                placeholder="as you note it"
                value={table.record.soundRating}
                onput={(text) => say(bench.rate(table.id, { soundRating: text }))}
              />
            </dd>
          </dl>

          <div class="mt-4 flex flex-wrap gap-2 text-[13px]">
            {#if walls > 0}<Press
                class="border border-kelp px-2 py-1 text-kelp"
                onclick={() => say(bench.give(table.id))}
                >Give it to {walls === 1 ? 'the wall selected' : `the ${walls} walls selected`}</Press
              >{/if}
            <Press
              class="border border-fog px-2 py-1"
              onclick={() => (chosen = bench.copy(table.id) ?? chosen)}>Copy it</Press
            >
            <Press
              class="border border-fog px-2 py-1 text-rust disabled:opacity-40"
              disabled={table.used > 0}
              title={table.used > 0 ? 'Walls have it: give them another first' : ''}
              onclick={() => {
                say(bench.remove(table.id));
                chosen = '';
              }}>Delete it</Press
            >
          </div>
          <p class="mt-3 text-xs text-shale">
            A change reaches every wall that has this build-up; its setting-out line holds still.
          </p>
        </div>
      {/if}
    </div>
  {:else}
    <div class="min-h-0 flex-1 overflow-auto p-4">
      <table class="w-full text-left text-[13px]">
        <thead class="text-xs text-shale">
          <tr
            ><th>Colour</th><th>Name</th><th>Cut</th><th>Texture</th><th title="W/(m K); empty: an air layer"
              >λ W/mK</th
            ><th>kg/m³</th><th title="Cut to waste, per cent of what is laid">waste %</th></tr
          >
        </thead>
        <tbody>
          {#each materials as one (one.id)}
            <tr>
              <td
                ><Input
                  type="color"
                  class="h-6 w-8 border-0 p-0"
                  aria-label="Colour of {one.name}"
                  value={one.colour.toLowerCase()}
                  onchange={(event) => say(bench.setMaterial(one.id, { colour: value(event) }))}
                /></td
              >
              <td
                ><Entry
                  class={cell}
                  aria-label="Name of {one.name}"
                  value={one.name}
                  onput={(text) => say(bench.setMaterial(one.id, { name: text }))}
                /></td
              >
              <td
                ><Select
                  placeholder=""
                  classes={{ select: `${cell} pr-6` }}
                  aria-label="Cut of {one.name}"
                  value={one.hatch}
                  onchange={(event) => say(bench.setMaterial(one.id, { hatch: value(event) }))}
                  >{#each hatches as hatch (hatch)}<option value={hatch}>{hatch}</option>{/each}</Select
                ></td
              >
              <td
                ><Select
                  placeholder=""
                  classes={{ select: `${cell} pr-6` }}
                  aria-label="Texture of {one.name}"
                  value={one.texture}
                  onchange={(event) => say(bench.setMaterial(one.id, { texture: value(event) }))}
                  >{#each textures as texture (texture)}<option value={texture}>{texture}</option
                    >{/each}</Select
                ></td
              >
              <td
                ><Entry
                  class={cell}
                  aria-label="Conductivity of {one.name}"
                  value={String(one.conductivity ?? '')}
                  onput={(text) => say(bench.setMaterial(one.id, { conductivity: number(text) }))}
                /></td
              >
              <td
                ><Entry
                  class={cell}
                  aria-label="Density of {one.name}"
                  value={String(one.density)}
                  onput={(text) => say(bench.setMaterial(one.id, { density: number(text) ?? 0 }))}
                /></td
              >
              <td
                ><Entry
                  class={cell}
                  aria-label="Waste of {one.name}, per cent"
                  value={String(Math.round(one.waste * 1000) / 10)}
                  onput={(text) => say(bench.setMaterial(one.id, { waste: (number(text) ?? 0) / 100 }))}
                /></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      <Press class="mt-3 text-kelp underline" onclick={() => bench.addMaterial()}>Add a material</Press>
    </div>
  {/if}
</section>
