<script lang="ts">
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import type { House } from './house.svelte';
  import type { Field } from '../editor/details/card';
  import { describeSelection, fieldNow } from '../editor/details/describe';

  let { house }: { house: House } = $props();
  let open = $state(true);
  let faults = $state<Record<string, string>>({});

  const card = $derived(
    (house.tick,
    house.editor.tool?.name === 'joint' || (house.editor.isTrial && house.editor.tool)
      ? undefined
      : describeSelection(house.editor))
  );
  const total = $derived(card?.plies.reduce((sum, ply) => sum + ply.thickness, 0) ?? 1);

  function set(field: Field, text: string) {
    if (text === field.value) return;
    // A field that is left because something else was selected still means what it was drawn for.
    const isSame = house.hand.selection === house.editor.selection;
    const fault = (isSame ? fieldNow(house.editor, field) : field).set?.(text);
    if (fault) faults[field.name] = fault;
    else delete faults[field.name];
  }

  function onkeydown(event: KeyboardEvent & { currentTarget: HTMLInputElement }, field: Field) {
    if (event.key === 'Enter') set(field, event.currentTarget.value);
    else if (event.key === 'Escape') {
      event.currentTarget.value = field.value;
      delete faults[field.name];
      event.currentTarget.blur();
    }
  }
</script>

{#if card}
  <section
    class="absolute bottom-3 right-3 z-10 flex max-h-[calc(100%-60px)] w-[276px] flex-col border border-fog bg-white shadow-md"
    aria-label="Details"
  >
    <header class="flex items-center gap-1 px-3 pt-2">
      <h2 class="flex-1 truncate">
        <span class="font-semibold">{card.title}</span> <span class="text-shale">{card.subtitle}</span>
      </h2>
      {#if (house.tick, !house.editor.selection.has('project'))}<button
          class="p-1 text-shale hover:text-rust"
          aria-label="Delete the selection"
          onclick={() => house.editor.deleteSelection()}><Trash2 size={15} /></button
        >{/if}
      <button
        class="p-1 text-shale"
        aria-label={open ? 'Fold details' : 'Unfold details'}
        aria-expanded={open}
        onclick={() => (open = !open)}><ChevronDown size={16} class={open ? '' : 'rotate-180'} /></button
      >
    </header>
    {#if open}
      <div class="overflow-y-auto px-3 pb-3">
        {#if card.plies.length > 0}
          <div
            class="mt-1 flex h-5 border border-slate"
            role="img"
            aria-label={card.plies.map((ply) => ply.label).join(', ')}
          >
            {#each card.plies as ply, i (i)}<span
                style:width="{(100 * ply.thickness) / total}%"
                style:background={ply.colour}
                title={ply.label}
              ></span>{/each}
          </div>
          <p class="mt-1 text-xs text-shale">{card.plies.map((ply) => ply.label).join(', ')}</p>
        {/if}
        {#if card.actions}
          <div class="mt-2 grid grid-cols-2 gap-1.5">
            {#each card.actions as action (action.label)}
              <button
                class="border border-fog bg-chalk px-2 py-1 text-left text-xs hover:border-kelp"
                onclick={action.run}>{action.label}</button
              >
            {/each}
          </div>
        {/if}
        {#each card.groups as group (group.title)}
          <fieldset class="mt-2">
            <legend class="text-xs font-semibold text-shale">{group.title}</legend>
            {#each group.fields as field (field.name)}
              <label class="mt-1 grid grid-cols-[96px_minmax(0,1fr)] items-center gap-2 text-[13px]">
                <span class="text-shale">{field.label}</span>
                {#if field.kind === 'fact'}
                  <span>{field.value}</span>
                {:else if field.kind === 'choice'}
                  <select
                    class="border-0 bg-chalk py-1 pl-2 pr-6 text-[13px]"
                    value={field.value}
                    onchange={(event) => set(field, event.currentTarget.value)}
                  >
                    {#each field.choices ?? [] as choice (choice.value)}<option value={choice.value}
                        >{choice.label}</option
                      >{/each}
                  </select>
                {:else if field.kind === 'flag'}
                  <input
                    type="checkbox"
                    checked={field.value === 'yes'}
                    onchange={(event) => set(field, event.currentTarget.checked ? 'yes' : 'no')}
                  />
                {:else}
                  <input
                    class="border-0 bg-chalk px-2 py-1 text-[13px]"
                    value={field.value}
                    autocomplete="off"
                    aria-invalid={faults[field.name] !== undefined}
                    onfocus={(event) => event.currentTarget.select()}
                    onkeydown={(event) => onkeydown(event, field)}
                    onblur={(event) => set(field, event.currentTarget.value)}
                  />
                {/if}
                {#if field.also}<span class="col-start-2 -mt-0.5 text-xs text-tide">{field.also}</span>{/if}
              </label>
              {#if faults[field.name]}<p role="alert" class="text-xs text-rust">{faults[field.name]}</p>{/if}
            {/each}
          </fieldset>
        {/each}
      </div>
    {/if}
  </section>
{/if}
