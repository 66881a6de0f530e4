<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';

  /** The newer version of the application that is ready to take over. */
  let ready = $state.raw<ServiceWorker | undefined>();

  onMount(() => {
    const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined;
    if (!workers) return;
    let wasTaken = false;
    const watch = (worker: ServiceWorker | null) =>
      worker?.addEventListener('statechange', () => {
        if (worker.state === 'installed' && workers.controller) ready = worker;
      });
    void workers.ready.then((registration) => {
      if (registration.waiting && workers.controller) ready = registration.waiting;
      watch(registration.installing);
      registration.addEventListener('updatefound', () => watch(registration.installing));
    });
    const changed = () => {
      if (ready && !wasTaken) location.reload();
      wasTaken = true;
    };
    workers.addEventListener('controllerchange', changed);
    return () => workers.removeEventListener('controllerchange', changed);
  });
</script>

{#if ready}
  <div
    role="status"
    class="fixed bottom-10 right-3 z-40 flex items-center gap-3 border border-fog bg-white px-4 py-3 text-slate shadow-lg"
  >
    <span>A newer version of Cliffstead is here. Your work is kept.</span>
    <Button size="xs" onclick={() => ready?.postMessage('take over')}>Load it</Button>
  </div>
{/if}
