<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Press from './Press.svelte';
  import X from '@lucide/svelte/icons/x';
  import type { House } from './house.svelte';
  import { boxOf } from '../core/geometry/ring';
  import type { Repair } from '../core/document/kind';
  import type { Finding } from '../core/review/review';

  let {
    house,
    onclose,
    onzoom
  }: {
    house: House;
    onclose: () => void;
    onzoom: (box: { minX: number; minY: number; maxX: number; maxY: number }) => void;
  } = $props();

  let waiting = $state('');
  let reason = $state('');
  const counted = $derived(house.findings.filter((one) => one.deferred === undefined));

  function deferred(event: SubmitEvent, finding: Finding) {
    event.preventDefault();
    if (house.editor.perform({ name: 'deferFinding', args: { finding: finding.id, reason } })) waiting = '';
  }

  /** What a repair would make is shown while it is pointed at; a tool in hand shows its own. */
  function preview(call: Repair['call'] | undefined) {
    if (!house.editor.tool) house.editor.attempt(call);
  }

  function show(finding: Finding) {
    const { editor } = house;
    editor.take(undefined);
    if (editor.storey !== finding.storey) editor.goTo(finding.storey);
    editor.select(finding.subjects);
    const { wall, opening } = editor.project.tables;
    const walls = finding.subjects.flatMap((id) => wall.get(opening.get(id)?.wall ?? id) ?? []);
    if (walls.length === 0) return;
    const box = boxOf(walls.flatMap(({ a, b }) => [a, b]));
    onzoom({ minX: box.minX - 500, minY: box.minY - 500, maxX: box.maxX + 500, maxY: box.maxY + 500 });
  }
</script>

<section class="max-h-52 overflow-auto border-t border-fog bg-white" aria-label="Review tray">
  <header class="sticky top-0 flex items-center bg-white px-4 py-2">
    <h2 class="flex-1 font-semibold">Review</h2>
    <Press class="p-1 text-shale" aria-label="Close the review tray" onclick={onclose}><X size={16} /></Press>
  </header>
  <ul class="divide-y divide-fog px-4 pb-2">
    {#each counted as finding (finding.storey + finding.id)}
      <li class="flex items-center gap-3">
        <Press class="flex-1 py-1.5 text-left hover:bg-chalk" onclick={() => show(finding)}>
          <span class="font-medium text-rust">{finding.message}</span>
          <span class="text-shale">{finding.hint}</span>
        </Press>
        {#each finding.repair ? [finding.repair, ...(finding.others ?? [])] : [] as { label, call } (label)}
          <Press
            class="whitespace-nowrap border border-kelp px-2 py-0.5 text-[13px] text-kelp hover:bg-chalk"
            aria-label="{label}: {finding.message}"
            onpointerenter={() => preview(call)}
            onpointerleave={() => preview(undefined)}
            onfocus={() => preview(call)}
            onblur={() => preview(undefined)}
            onclick={() => house.editor.perform(call)}>{label}</Press
          >
        {/each}
        {#if waiting === finding.id}
          <form class="flex gap-1" onsubmit={(event) => deferred(event, finding)}>
            <Input
              style="width: 14rem"
              placeholder="Why may it wait?"
              aria-label="Reason"
              autofocus
              bind:value={reason}
              maxlength={400}
            />
            <Press type="submit" class="border border-kelp px-2 text-kelp">Put off</Press>
          </form>
        {:else}
          <Press
            class="px-2 text-[13px] text-shale underline"
            aria-label="Put off: {finding.message}"
            onclick={() => {
              waiting = finding.id;
              reason = '';
            }}>Put off</Press
          >
        {/if}
      </li>
    {:else}
      <li class="py-2 text-kelp">
        Nothing to say. Looked at: runs of outer walls and which way they face, joints, openings, what upper
        walls stand on, what runs into the storey above, slabs, roofs, limits, and sizes that are not sure.
      </li>
    {/each}
    {#each house.findings.filter((one) => one.deferred !== undefined) as finding (`off ${finding.storey}${finding.id}`)}
      <li class="flex items-center gap-3 py-1 text-[13px] text-shale">
        <Press class="flex-1 text-left hover:bg-chalk" onclick={() => show(finding)}
          >{finding.message} <em>Put off: {finding.deferred}</em></Press
        >
        <Press
          class="px-2 underline"
          onclick={() => house.editor.perform({ name: 'resumeFinding', args: { finding: finding.id } })}
          >Take up again</Press
        >
      </li>
    {/each}
  </ul>
</section>
