<script lang="ts">
  import Fault from './Fault.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Radio from 'flowbite-svelte/Radio.svelte';
  import { inputOf } from './dress';
  import type { Surroundings } from './making';
  import { areaUnit, formatArea, parseArea } from '../core/units/area';
  import { formatHeight, parseHeight } from '../core/units/height';
  import { defaultUnits, explainFault, parseLength, type UnitSystem } from '../core/units/length';
  import { usualSizes } from '../core/units/usual';

  /** `onbegin` answers what was refused. */
  let {
    onbegin,
    onleave
  }: {
    onbegin: (name: string, system: UnitSystem, around: Surroundings) => Promise<string | undefined>;
    onleave: () => void;
  } = $props();
  let name = $state('New house');
  let system = $state<UnitSystem>('mm');
  /** As typed; undefined: as is proposed in the units that are chosen. */
  let typedGround = $state<string | undefined>();
  let heightLimit = $state('');
  let areaLimit = $state('');
  let faults = $state<Partial<Record<'ground' | 'height' | 'area' | 'all', string>>>({});
  let first = $state<HTMLInputElement>();
  $effect(() => first?.select());

  const systems: { value: UnitSystem; label: string; example: string }[] = [
    { value: 'mm', label: 'Millimetres', example: '3 400' },
    { value: 'cm', label: 'Centimetres', example: '340.0' },
    { value: 'm', label: 'Metres', example: '3.400' },
    { value: 'ft', label: 'Feet and inches', example: `11'-1 7/8"` }
  ];
  const floor = 'the ground floor';
  const units = $derived(defaultUnits[system]);
  const ground = $derived(typedGround ?? formatHeight(-usualSizes(units).slab, units, floor));

  async function begin(event: SubmitEvent) {
    event.preventDefault();
    const level = parseHeight(ground, units);
    const height = heightLimit.trim() === '' ? undefined : parseLength(heightLimit, units);
    const area = areaLimit.trim() === '' ? null : parseArea(areaLimit, units);
    faults = {
      ...(!level.ok && { ground: `${explainFault(ground, level)}.` }),
      ...(height && !height.ok && { height: `${explainFault(heightLimit, height)}.` }),
      ...(area === undefined && { area: `An area such as ${formatArea(180e6, units, 1)}, or nothing.` })
    };
    if (Object.keys(faults).length > 0 || !level.ok || (height && !height.ok) || area === undefined) return;
    const refused = await onbegin(name, system, {
      ground: level.value,
      heightLimit: height?.value ?? null,
      areaLimit: area
    });
    if (refused) faults = { all: refused };
  }
</script>

{#snippet fault(text: string | undefined)}
  {#if text}<Fault class="text-xs">{text}</Fault>{/if}
{/snippet}

<form class="mt-5 border border-fog bg-white p-5" onsubmit={begin}>
  <label class="block font-medium" for="project-name">What is the house called?</label>
  <Input id="project-name" bind:value={name} bind:elementRef={first} class="mt-1" maxlength={120} />
  <fieldset class="mt-4">
    <legend class="font-medium">Which units is it measured in?</legend>
    <p class="text-shale">A bare number is read in these. Any other unit can still be typed, anywhere.</p>
    <div class="mt-2 grid grid-cols-4 gap-2">
      {#each systems as one (one.value)}
        <Radio
          name="units"
          value={one.value}
          bind:group={system}
          classes={{
            label: `cursor-pointer items-start gap-2 border px-3 py-2 text-slate ${system === one.value ? 'border-kelp bg-primary-50' : 'border-fog'}`
          }}><span>{one.label}<br /><span class="text-tide">{one.example}</span></span></Radio
        >
      {/each}
    </div>
  </fieldset>
  <fieldset class="mt-4 grid grid-cols-3 gap-4">
    <legend class="font-medium">What does it stand on, and what limits it?</legend>
    <label
      ><span class="text-shale">Ground, from {floor}</span>
      <Input
        class="mt-1"
        value={ground}
        oninput={(event: Event) => (typedGround = inputOf(event).value)}
      />{@render fault(faults.ground)}</label
    >
    <label
      ><span class="text-shale">Highest ridge above the ground</span>
      <Input class="mt-1" bind:value={heightLimit} placeholder="no limit" />{@render fault(
        faults.height
      )}</label
    >
    <label
      ><span class="text-shale">Largest floor area, {areaUnit(units)}</span>
      <Input class="mt-1" bind:value={areaLimit} placeholder="no limit" />{@render fault(faults.area)}</label
    >
  </fieldset>
  {@render fault(faults.all)}
  <div class="mt-4 flex gap-2">
    <Button type="submit">Start drawing</Button>
    <Button color="light" onclick={onleave}>Not now</Button>
  </div>
</form>
