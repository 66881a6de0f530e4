<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Dialog from 'flowbite-svelte/Dialog.svelte';
  import type { ProjectRow } from '../storage/database';

  /** Asked before a project goes for good. `isElsewhere`: another tab has it open. */
  let {
    row,
    isElsewhere,
    onremove,
    onleave
  }: { row: ProjectRow; isElsewhere: boolean; onremove: () => void; onleave: () => void } = $props();
</script>

<Dialog
  open
  dismissable={false}
  oncancel={onleave}
  aria-labelledby="remove-title"
  class="m-auto max-w-lg rounded-none border border-fog border-l-4 border-l-rust bg-white p-6 text-slate backdrop:bg-slate/40"
>
  <h2 id="remove-title" class="text-lg font-semibold [overflow-wrap:anywhere]">Remove “{row.name}”?</h2>
  <p class="mt-2">
    {row.summary}. Its versions and all its steps go with it, and nothing brings them back; a file that was
    saved of it stays.
  </p>
  {#if isElsewhere}<p class="mt-2 font-medium text-rust">It is open in another tab.</p>{/if}
  <div class="mt-5 flex gap-2">
    <Button color="red" onclick={onremove}>Remove for good</Button>
    <Button color="light" onclick={onleave}>Keep it</Button>
  </div>
</Dialog>
