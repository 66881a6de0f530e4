<script lang="ts">
  import { onMount } from 'svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { defaultUnits, explainFault, parseLength } from '$lib/core/units/length';
  import { inputOf } from '$lib/components/dress';
  import { meterChannel, type Reading } from '$lib/meter/link';
  import { SimulatedMeter } from '$lib/meter/simulated';

  const meter = new SimulatedMeter(Math.random);
  let distance = $state('4 210');
  let scatter = $state('1.5');
  let badOneIn = $state('20');
  let readings = $state.raw<readonly Reading[]>([]);
  let fault = $state('');
  let channel: BroadcastChannel | undefined;
  onMount(() => {
    channel = new BroadcastChannel(meterChannel);
    return () => channel?.close();
  });

  function measure() {
    const far = parseLength(distance, defaultUnits.mm);
    const spread = parseLength(scatter, defaultUnits.mm);
    const bad = Number(badOneIn);
    fault = !far.ok
      ? `${explainFault(distance, far)}.`
      : !spread.ok
        ? `${explainFault(scatter, spread)}.`
        : far.value <= 0 || far.value > 200_000
          ? 'A distance of this meter is more than zero, and 200 m at most.'
          : spread.value < 0 || spread.value > 100
            ? 'A scatter is from 0 to 100 mm.'
            : !Number.isInteger(bad) || bad < 0
              ? 'One reading of a whole number is bad; 0: none is.'
              : '';
    if (fault || !far.ok || !spread.ok) return;
    const reading = meter.read({ distance: far.value, scatter: spread.value, badOneIn: bad });
    channel?.postMessage(reading);
    readings = [reading, ...readings].slice(0, 6);
  }
  const shown = ({ millimetres }: Reading) => (millimetres / 1000).toFixed(4);
</script>

<svelte:head><title>Distance meter: Cliffstead</title></svelte:head>

<main class="mx-auto max-w-sm p-6 text-slate">
  <h1 class="text-lg font-semibold">Distance meter, simulated</h1>
  <p class="mt-1 text-shale">
    What it reads goes into the blank in hand of the house that was worked in last. It scatters as a true one
    does, and now and then something is in its way.
  </p>
  <output
    class="mt-4 block border border-fog bg-chalk px-4 py-6 text-right font-mono text-4xl"
    aria-label="Reading"
    aria-live="polite">{readings[0] ? shown(readings[0]) : '–.––––'} m</output
  >
  <Button class="mt-3 w-full" onclick={measure}>Measure</Button>
  {#if fault}<p class="mt-2 text-rust" role="alert">{fault}</p>{/if}
  <div class="mt-5 space-y-3">
    <label class="block"
      ><span class="text-shale">True distance, mm</span>
      <Input
        class="mt-1"
        bind:value={distance}
        onkeydown={(event: KeyboardEvent) => {
          if (event.key === 'Enter') measure();
        }}
        onfocus={(event: FocusEvent) => inputOf(event).select()}
      /></label
    >
    <label class="block"
      ><span class="text-shale">Scatter, one standard deviation, mm</span><Input
        class="mt-1"
        bind:value={scatter}
      /></label
    >
    <label class="block"
      ><span class="text-shale">One reading is bad of</span><Input
        class="mt-1"
        bind:value={badOneIn}
      /></label
    >
  </div>
  {#if readings.length > 1}
    <h2 class="mt-5 font-semibold">Before</h2>
    <ol class="mt-1 font-mono text-shale">
      {#each readings.slice(1) as reading (reading.number)}<li>{shown(reading)} m</li>{/each}
    </ol>
  {/if}
</main>
