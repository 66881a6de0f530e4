<script lang="ts">
  import Fault from './Fault.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import type { House } from './house.svelte';
  import type { StorageFault } from '../storage/faults';
  import { listVersions, type VersionRow } from '../storage/store';

  let { house, onclose }: { house: House; onclose: () => void } = $props();
  let rows = $state.raw<VersionRow[]>([]);
  let name = $state('');
  let fault = $state.raw<StorageFault | undefined>();
  const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

  onMount(async () => {
    rows = await listVersions(house.id);
  });

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    fault = await house.nameVersion(name.trim() || `Version ${rows.length + 1}`);
    if (fault) return;
    name = '';
    rows = await listVersions(house.id);
  }

  function goBack(row: VersionRow) {
    house.goBackTo(row);
    onclose();
  }
</script>

<section
  class="absolute right-3 top-12 z-30 w-80 border border-fog bg-white p-4 text-slate shadow-lg"
  aria-label="Versions"
>
  <h2 class="font-semibold">Versions</h2>
  <p class="text-shale">
    Everything is saved as you go. Name a state to find it again; going back can be undone.
  </p>
  <form class="mt-3 flex gap-2" onsubmit={keep}>
    <Input
      class="min-w-0 flex-1"
      placeholder="Before the roof"
      aria-label="Name of this version"
      bind:value={name}
      maxlength={80}
    />
    <Button size="xs" type="submit">Name this state</Button>
  </form>
  {#if fault}<Fault class="mt-2">{fault.text} {fault.hint}</Fault>{/if}
  <ul class="mt-3 max-h-72 divide-y divide-fog overflow-auto">
    {#each rows as row (row.id)}
      <li class="flex items-center gap-2 py-2">
        <span class="flex-1"
          ><span class="block font-medium">{row.name}</span><span class="text-shale"
            >{when.format(row.when)}</span
          ></span
        >
        <Button size="xs" color="light" onclick={() => goBack(row)}>Go back to it</Button>
      </li>
    {:else}
      <li class="py-2 text-shale">No state has been named yet.</li>
    {/each}
  </ul>
</section>
