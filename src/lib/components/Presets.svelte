<script lang="ts">
  import Fault from './Fault.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Press from './Press.svelte';
  import Bookmark from '@lucide/svelte/icons/bookmark';
  import X from '@lucide/svelte/icons/x';
  import type { House } from './house.svelte';
  import { takeLike } from '../editor/take-tool';

  let { house }: { house: House } = $props();
  let naming = $state(false);
  let name = $state('');
  let fault = $state('');

  const { editor, style } = $derived(house);
  const presets = $derived([...house.project.tables.preset.values()]);
  const present = $derived(
    (house.tick,
    editor.tool?.name === 'wallRun' || editor.tool?.name === 'rectangle' ? style.preset : undefined)
  );

  function keep(event: SubmitEvent) {
    event.preventDefault();
    fault =
      editor.refusal({ name: 'savePreset', args: { name: name.trim() || 'Preset', ...style.settings } }) ??
      '';
    if (fault) return;
    naming = false;
    name = '';
  }
</script>

<li class="mt-1 border-t border-fog px-1 pt-1 text-xs text-shale">Presets of walls</li>
{#each presets as preset (preset.id)}
  <li class="flex items-center">
    <Press
      class="flex min-w-0 flex-1 items-center gap-2 rounded px-2 py-1 text-left {present === preset.id
        ? 'bg-primary-100 font-semibold text-kelp'
        : 'hover:bg-fog'}"
      aria-pressed={present === preset.id}
      onclick={() => takeLike(editor, style, preset)}
      ><Bookmark size={13} /><span class="truncate" title={preset.name}>{preset.name}</span></Press
    >
    <Press
      class="p-1 text-shale hover:text-rust"
      aria-label="Delete the preset {preset.name}"
      onclick={() => editor.perform({ name: 'deleteItems', args: { ids: [preset.id] } })}
      ><X size={12} /></Press
    >
  </li>
{/each}
<li class="px-1">
  {#if naming}
    <form onsubmit={keep}>
      <Input
        aria-label="Name of the preset"
        placeholder="Name it, then Enter"
        autofocus
        bind:value={name}
        onkeydown={(event) => {
          if (event.key !== 'Escape') return;
          event.preventDefault();
          naming = false;
        }}
        onblur={() => (naming = false)}
      />
      {#if fault}<Fault class="text-xs">{fault}</Fault>{/if}
    </form>
  {:else}
    <Press class="px-1 py-1 text-left text-xs text-kelp underline" onclick={() => (naming = true)}
      >Save as preset</Press
    >
  {/if}
</li>
