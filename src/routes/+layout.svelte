<script lang="ts">
  import '../app.css';
  import Renewal from '$lib/components/Renewal.svelte';
  import { theme } from '$lib/components/theme.svelte';
  let { children } = $props();
  theme.load();
</script>

{@render children()}
<Renewal />
