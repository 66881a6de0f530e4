<script lang="ts">
  import Press from './Press.svelte';
  import { getBlob } from '../storage/store';

  /** A photo of a note, small; pressed it opens as it was taken. */
  let { photo }: { photo: { readonly name: string; readonly small: string; readonly blob: string } } =
    $props();
  let shown = $state('');
  let isLost = $state(false);

  async function urlOf(name: string): Promise<string | undefined> {
    const row = await getBlob(name);
    return row && URL.createObjectURL(new Blob([row.bytes as Uint8Array<ArrayBuffer>], { type: row.mime }));
  }

  $effect(() => {
    let [url, isGone] = ['', false];
    void urlOf(photo.small).then((found) => {
      if (isGone) return found && URL.revokeObjectURL(found);
      url = found ?? '';
      [shown, isLost] = [url, found === undefined];
    });
    return () => {
      isGone = true;
      if (url) URL.revokeObjectURL(url);
      shown = '';
    };
  });

  async function open() {
    const url = await urlOf(photo.blob);
    if (url) window.open(url, '_blank');
    // Read by then.
    setTimeout(() => url && URL.revokeObjectURL(url), 60_000);
  }
</script>

{#if shown}
  <Press class="mt-2 block w-full" aria-label="See {photo.name} as it was taken" onclick={open}>
    <img class="max-h-56 w-full object-contain" src={shown} alt={photo.name} />
  </Press>
{:else if isLost}
  <p class="mt-2 text-xs text-shale">The photo is not kept in this browser any more.</p>
{/if}
