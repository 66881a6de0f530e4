<script lang="ts">
  import '../app.css';
  import { theme } from '$lib/components/theme.svelte';
  let { children } = $props();
  theme.load();
</script>

{@render children()}
