<script lang="ts">
  import Press from './Press.svelte';
  import type { House } from './house.svelte';
  import { menuOf } from '../editor/thing-menu';

  /** `at`: where it was asked for, in pixels of the page. */
  let { house, at, onclose }: { house: House; at: { x: number; y: number }; onclose: () => void } = $props();
  const menu = $derived((house.tick, menuOf(house.editor, house.style)));
  let list = $state<HTMLElement>();

  /** Within the page, whichever corner it was asked for in. */
  const within = (one: HTMLElement) => {
    const { width, height } = one.getBoundingClientRect();
    one.style.left = `${Math.max(4, Math.min(at.x, window.innerWidth - width - 4))}px`;
    one.style.top = `${Math.max(4, Math.min(at.y, window.innerHeight - height - 4))}px`;
    one.querySelector('button')?.focus();
  };

  function onkeydown(event: KeyboardEvent) {
    const items = [...(list?.querySelectorAll('button') ?? [])];
    const now = items.indexOf(document.activeElement as HTMLButtonElement);
    const to: Record<string, number> = { ArrowDown: now + 1, ArrowUp: now - 1, Home: 0, End: -1 };
    if (event.key in to) items.at(to[event.key]! % items.length)?.focus();
    else if (event.key === 'Escape' || event.key === 'Tab') onclose();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  function onpointerdown(event: PointerEvent) {
    if (!list?.contains(event.target as Node)) onclose();
  }
</script>

<svelte:window {onpointerdown} onblur={onclose} onresize={onclose} />
{#if menu}
  <div
    bind:this={list}
    {@attach within}
    class="fixed z-40 max-h-[90dvh] w-60 overflow-y-auto border border-fog bg-white py-1 shadow-lg"
    role="menu"
    tabindex="-1"
    data-own-keys
    aria-label={menu.title}
    {onkeydown}
  >
    <p class="truncate px-3 py-1 text-xs font-semibold text-shale" title={menu.title}>{menu.title}</p>
    {#each menu.groups as group, i (i)}
      <div role="group" class="border-t border-fog py-1">
        {#each group as { label, run } (label)}
          <Press
            role="menuitem"
            class="w-full px-3 py-1.5 text-left hover:bg-chalk focus-visible:bg-chalk"
            onclick={() => {
              onclose();
              run();
              house.catchUp();
            }}>{label}</Press
          >
        {/each}
      </div>
    {/each}
  </div>
{/if}
