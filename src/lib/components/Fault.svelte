<script lang="ts">
  import type { Snippet } from 'svelte';

  /** Why something was refused, where it was asked for. */
  let { class: own = '', children }: { class?: string; children: Snippet } = $props();
</script>

<p role="alert" class="border-l-4 border-rust pl-2 text-rust {own}">{@render children()}</p>
