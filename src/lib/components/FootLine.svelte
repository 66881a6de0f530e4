<script lang="ts">
  import Press from './Press.svelte';
  import type { House } from './house.svelte';
  import { formatLengthWithUnit } from '../core/units/length';
  import { scaleName } from '../core/units/scale';
  import { twinsOf } from '../core/kinds/twins/commands';
  import { keysOfAll } from '../editor/stages';
  import Kbd from 'flowbite-svelte/Kbd.svelte';
  import { nameElement } from '../core/document/names';
  import { declarationOf, findRecord } from '../core/document/project';

  /** `refusing`: what is refused is said at a blank of the sentence. */
  let {
    house,
    tray = $bindable(),
    refusing,
    scale
  }: { house: House; tray: boolean; refusing: boolean; scale: () => number } = $props();
  const { editor } = $derived(house);
  const storey = $derived(house.shown.tables.storey.get(house.hand.storey));
  const message = $derived(refusing ? undefined : house.hand.message);
  const { tool } = $derived(house.hand);
  const keys = $derived([...(tool?.keys ?? []), ...keysOfAll]);
  /** The tool changes itself: asked anew with each step. */
  const note = $derived((house.tick, tool?.note));
  const counted = $derived(house.findings.filter((one) => one.deferred === undefined).length);
  /** Of what stands in a storey: nothing else is nudged or drawn alike. */
  const selected = $derived(
    [...house.hand.selection].filter((id) => {
      const record = findRecord(house.project, id);
      return record && declarationOf(house.project, record).storey !== null;
    }).length
  );

  const canDrawLike = $derived(
    house.hand.selection.size === 1 &&
      ['wall', 'opening'].includes(findRecord(house.project, [...house.hand.selection][0]!)?.kind ?? '')
  );

  /** That what is selected has twins, which will follow. */
  const twins = $derived.by(() => {
    const held = [...house.hand.selection].flatMap((id) => twinsOf(house.project, id) ?? [])[0];
    return held
      ? `has ${held.twins.sets.length - 1} twin${held.twins.sets.length > 2 ? 's' : ''}, changed along · `
      : '';
  });

  /** What the wall being drawn will join, by name and kind. */
  const joins = $derived.by(() => {
    void house.tick;
    if (!editor.isTrial) return '';
    const trial = editor.trialIds;
    const names = (editor.storeyModel?.footprints.joints ?? []).flatMap(({ node, bands }) => {
      const own = node.members.filter(({ frame }) => trial.has(frame.wall.id));
      const others = node.members.filter(({ frame }) => !trial.has(frame.wall.id));
      if (own.length === 0 || others.length === 0) return [];
      return [
        `${nameElement(editor.shown, others[0]!.frame.wall.id)} as a ${bands[0]?.cut?.kind ?? 'joint'}`
      ];
    });
    return [...new Set(names)].slice(0, 2).join(' and ');
  });
</script>

<footer
  class="col-span-3 flex items-center gap-5 overflow-hidden whitespace-nowrap border-t border-fog bg-chalk px-3 text-[13px] text-shale"
>
  <span
    >Plan of <strong class="text-slate">{storey?.name}</strong> · {scaleName(
      scale(),
      editor.settings.units.system
    )}</span
  >
  {#if message}
    <span
      role={message.kind === 'problem' ? 'alert' : 'status'}
      class="truncate {message.kind === 'problem' ? 'text-rust' : 'text-kelp'}"
      ><strong>{message.text}</strong> {message.hint}</span
    >
  {:else if tool}
    {#if joins}<span class="truncate">will join <strong class="text-slate">{joins}</strong></span>{/if}
    {#if note}<span>{note}</span>{/if}
    <span class="truncate"
      >{#each keys as { key, does } (key)}<Kbd class="ml-2 px-1 py-0 first:ml-0">{key}</Kbd>
        {does}{/each}</span
    >
  {:else if selected > 0}<span class="truncate"
      >{selected} selected · {twins}arrows nudge {formatLengthWithUnit(
        editor.settings.nudge,
        editor.settings.units
      )}, with Shift ten times that{canDrawLike ? ' · Shift+W draws another like it' : ''} · Shift+A shows it alone</span
    >
  {:else}<span class="truncate"
      >Click selects · click a size to write another · drag moves · wheel zooms · right button pans, and
      clicked it lists what can be done · ? lists the keys</span
    >{/if}
  <Press
    class="ml-auto px-2 font-semibold {counted > 0 ? 'text-rust' : 'text-kelp'}"
    aria-expanded={tray}
    onclick={() => (tray = !tray)}
    data-testid="findings"
  >
    {counted === 0 ? 'No findings' : `${counted} finding${counted === 1 ? '' : 's'}`}
  </Press>
</footer>
