<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import Press from './Press.svelte';
  import type { SheetPages } from './sheet-pages';

  /** Which page of a PDF, or storey of a model, is to be laid: small pictures of them, drawn one after another. */
  let {
    name,
    pages,
    onchoose
  }: { name: string; pages: SheetPages; onchoose: (page: number | undefined) => void } = $props();
  /** More pages than these are not shown at once. */
  const shownAtOnce = 24;
  let from = $state(1);
  const numbers = $derived(
    Array.from({ length: Math.min(shownAtOnce, pages.count - from + 1) }, (_, k) => from + k)
  );
  let turn: Promise<unknown> = Promise.resolve();

  function small(number: number) {
    const picture = turn.then(() => pages.picture(number, 180)).then((canvas) => canvas.toDataURL());
    turn = picture.catch(() => undefined);
    return picture;
  }
  const within = (node: HTMLElement) => node.querySelector('button')?.focus();

  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    onchoose(undefined);
  }
</script>

<svelte:window onkeydowncapture={onkeydown} />

<div
  class="absolute inset-3 z-20 flex flex-col border border-fog bg-white shadow-lg"
  role="dialog"
  aria-label="{pages.what === 'page' ? 'Pages' : 'Storeys'} of {name}"
>
  <header class="flex items-center gap-3 border-b border-fog px-4 py-2">
    <h2 class="flex-1 truncate font-semibold">Which {pages.what} of “{name}” is to be laid?</h2>
    {#if pages.count > shownAtOnce}
      <Press class="text-kelp underline" disabled={from === 1} onclick={() => (from -= shownAtOnce)}
        >Before</Press
      >
      <span class="text-shale">{from} to {from + numbers.length - 1} of {pages.count}</span>
      <Press
        class="text-kelp underline"
        disabled={from + shownAtOnce > pages.count}
        onclick={() => (from += shownAtOnce)}>After</Press
      >
    {/if}
    <Press class="p-1 text-shale" aria-label="Lay none of them" onclick={() => onchoose(undefined)}
      ><X size={16} /></Press
    >
  </header>
  <ul
    class="grid flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(190px,1fr))] gap-3 overflow-y-auto p-4"
    {@attach within}
  >
    {#each numbers as number (number)}
      <li>
        <Press
          class="flex h-[220px] w-full flex-col items-center justify-between border border-fog p-2 hover:border-kelp focus:border-kelp"
          onclick={() => onchoose(number)}
        >
          {#await small(number)}<span class="m-auto text-shale">…</span>{:then url}<img
              src={url}
              alt=""
              class="m-auto max-h-[180px]"
            />{:catch}<span class="m-auto text-rust">cannot be shown</span>{/await}
          <span class="w-full truncate text-[13px]">{pages.title(number)}</span>
        </Press>
      </li>
    {/each}
  </ul>
</div>
