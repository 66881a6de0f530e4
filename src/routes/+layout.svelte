<script lang="ts">
  import '../app.css';
  import ThemeProvider from 'flowbite-svelte/ThemeProvider.svelte';
  import { dress } from '$lib/components/dress';
  import Renewal from '$lib/components/Renewal.svelte';
  import { theme } from '$lib/components/theme.svelte';
  let { children } = $props();
  theme.load();
</script>

<ThemeProvider theme={dress}>
  {@render children()}
  <Renewal />
</ThemeProvider>
