<script lang="ts">
  import { page } from '$app/state';
  import Workbench from '$lib/components/Workbench.svelte';
  import { whyNoStorage } from '$lib/storage/faults';
  import { House } from '$lib/components/house.svelte';

  let house = $state.raw<House | undefined>();
  let missing = $state(false);
  let refused = $state.raw<ReturnType<typeof whyNoStorage>>();

  // For each project that the address names: what is kept anew has an address of its own.
  $effect(() => {
    let opened: House | undefined;
    let gone = false;
    [house, missing, refused] = [undefined, false, undefined];
    void House.open(page.params.id ?? '')
      .then((found) => {
        opened = found;
        if (gone) found?.close();
        else if (found) house = found;
        else missing = true;
      })
      .catch((fault) => (refused = whyNoStorage(fault)));
    return () => {
      gone = true;
      opened?.close();
    };
  });
</script>

{#if house}
  <Workbench {house} />
{:else if missing}
  <main class="mx-auto max-w-xl px-6 py-16">
    <h1 class="text-xl font-semibold">This project is not in this browser</h1>
    <p class="mt-2 text-shale">
      It may have been removed, or made on another machine. Save it there as a file, and open that here.
    </p>
    <a class="mt-4 inline-block text-kelp underline" href="/">Back to the projects</a>
  </main>
{:else if refused}
  <main class="mx-auto max-w-xl px-6 py-16" role="alert">
    <h1 class="text-xl font-semibold">The project cannot be opened</h1>
    <p class="mt-2 text-shale">{refused.text} {refused.hint}</p>
    <a class="mt-4 inline-block text-kelp underline" href="/">Back to the projects</a>
  </main>
{:else}
  <p class="p-6 text-shale">Opening the project…</p>
{/if}
