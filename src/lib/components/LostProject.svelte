<script lang="ts">
  import Fault from './Fault.svelte';
  import { goto } from '$app/navigation';
  import Button from 'flowbite-svelte/Button.svelte';
  import type { House } from './house.svelte';
  import { saveProjectFile } from './project-file';
  import { storageFault } from '../storage/faults';

  let { house }: { house: House } = $props();
  let answer = $state('');

  async function keep() {
    try {
      await goto(`/project/${await house.keepAsNew()}`);
    } catch (fault) {
      const { text, hint } = storageFault(fault);
      answer = `${text} ${hint}`;
    }
  }
</script>

<div
  role="alertdialog"
  aria-labelledby="lost-title"
  class="fixed bottom-10 left-1/2 z-40 w-[34rem] max-w-[92vw] -translate-x-1/2 border border-fog border-l-4 border-l-rust bg-white p-4 text-slate shadow-lg"
>
  <h2 id="lost-title" class="font-semibold">{house.unsaved?.text}</h2>
  <p class="mt-1 text-shale">
    All that you see is still in this page, but nothing more is kept. {house.unsaved?.hint}
  </p>
  {#if answer}<Fault class="mt-2">{answer}</Fault>{/if}
  <div class="mt-3 flex flex-wrap gap-2">
    <Button size="sm" onclick={keep}>Keep as a new project</Button>
    <Button size="sm" color="light" onclick={async () => (answer = (await saveProjectFile(house)) ?? '')}
      >Save a file</Button
    >
    {#if house.unsaved?.kind === 'outrun'}<Button size="sm" color="light" onclick={() => house.takeOther()}
        >Read the other again</Button
      >{/if}
  </div>
</div>
