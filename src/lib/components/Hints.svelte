<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { House } from './house.svelte';

  let { house }: { house: House } = $props();
  const mark = 'cliffstead hints learned';
  let learned = $state(Number(localStorage.getItem(mark) ?? 0));

  const hints = [
    {
      title: 'The left rail is the order of work',
      text: 'Open a stage and take a tool, or press its letter. Nothing is locked: go back and forth as you like.'
    },
    {
      title: 'The sentence says what you are doing',
      text: 'Type a number at any time and it goes into its first blank. Tab moves on, Enter accepts, any unit works: 7\'2 + 5 1/2". What you typed is blue and holds until you change it; over dashes stands what is proposed.'
    },
    {
      title: 'Plan and model are one',
      text: 'Draw and select in either, drag in the plan, and watch both follow. Everything is saved as you go and can be undone.'
    }
  ];
  const hint = $derived(hints[learned]);

  function learn(to: number) {
    learned = to;
    localStorage.setItem(mark, String(to));
  }
</script>

{#if hint && !house.hand.readOnly}
  <aside
    class="fixed bottom-10 left-[276px] z-20 w-80 border-l-4 border-kelp bg-white px-4 py-3 shadow-lg"
    aria-label="Hint"
  >
    <p class="text-xs text-shale">Hint {learned + 1} of {hints.length}</p>
    <p class="font-semibold">{hint.title}</p>
    <p class="mt-1 text-shale">{hint.text}</p>
    <div class="mt-2 flex gap-2">
      <Button size="xs" onclick={() => learn(learned + 1)}
        >{learned === hints.length - 1 ? 'Done' : 'Next hint'}</Button
      >
      <Button size="xs" color="light" onclick={() => learn(hints.length)}>No more hints</Button>
    </div>
  </aside>
{/if}
