/** How the library's components look here: paper and ink, square, a line under what can be written in. */
import type { ThemeConfig } from 'flowbite-svelte/types';

const field =
  'rounded-none border-0 border-b border-shale bg-chalk px-2 py-1 text-[13px] text-slate focus:border-tide focus:ring-0';

export const dress: ThemeConfig = {
  input: { base: 'rounded-none', input: field },
  select: { base: 'rounded-none', select: `${field} pr-6 bg-position-[right_4px_center]` },
  checkbox: { base: 'me-0 rounded-none border-shale bg-chalk text-kelp', div: 'items-center gap-2' },
  divider: 'bg-fog hover:bg-lichen focus:bg-tide focus:outline-0',
  kbd: 'rounded-sm border-fog bg-paper px-1 py-0 font-sans text-xs font-normal text-shale'
};

/** The input that an event of one of the library's inputs is of: their types do not say so. */
export const inputOf = (event: Event) => event.currentTarget as HTMLInputElement;
