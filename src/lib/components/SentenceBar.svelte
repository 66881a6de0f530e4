<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import { flushSync, untrack } from 'svelte';
  import { inputOf } from './dress';
  import { whenIdle } from '../frame-loop';
  import type { House } from './house.svelte';
  import {
    besideBlank,
    blankAtFault,
    isBlank,
    shownChoices,
    type Blank,
    type SentencePart
  } from '../editor/sentence';

  type Piece = { part: SentencePart; tail: string };

  /** `over`: how far a long sentence reaches over what is below, px; `refusing`: a refusal is said at one of the blanks. */
  let {
    house,
    onleave,
    over = $bindable(0),
    refusing = $bindable(false)
  }: { house: House; onleave: () => void; over?: number; refusing?: boolean } = $props();
  let height = $state(48);
  let width = $state(0);
  /** The highest it was with each tool at a width: it does not sink again as other walls are pointed at. */
  let highest = $state<Record<string, number>>({});
  const tool = $derived(house.hand.tool);
  const highestAt = $derived(`${tool?.name ?? ''} ${width}`);
  const least = $derived(highest[highestAt] ?? 48);
  $effect(() => {
    over = Math.max(0, height - 48);
    // Measured: what is bound follows a frame later than the tool.
    const now = bar.offsetHeight;
    if (tool && bar.offsetWidth === width && now > least) highest[highestAt] = now;
  });
  let faults = $state<Record<string, string>>({});
  let drafts = $state<Record<string, string>>({});
  /** Into which a value went last. */
  let typedLast = $state<string | undefined>();
  let bar: HTMLElement;

  const { editor } = $derived(house);
  /** Read when something is first selected; by then it is at hand mostly, as it is read after the model view. */
  let describing = $state.raw<typeof import('../editor/selection-sentence')>();
  const read = async () => (describing ??= await import('../editor/selection-sentence'));
  $effect(() => {
    if (house.hand.selection.size > 0) void read();
  });
  /** Asked anew each time: what is typed must reach the tool in hand, not the one drawn a frame ago. */
  const current = () => editor.tool ?? describing?.sentenceOfSelection(editor);
  const parts = $derived<readonly SentencePart[]>((house.tick, current()?.sentence() ?? []));
  /** What is refused of the whole, at the blank that it is about: there and nowhere else. */
  const refused = $derived.by(() => {
    const { message } = house.hand;
    if (message?.kind !== 'problem') return undefined;
    const blank = blankAtFault(parts, message.about ?? [], typedLast);
    return blank === undefined ? undefined : { blank, text: `${message.text} ${message.hint}` };
  });
  const faultAt = (name: string) => faults[name] ?? (refused?.blank === name ? refused.text : undefined);
  $effect(() => {
    refusing = refused !== undefined;
  });
  $effect(() => {
    void tool;
    typedLast = undefined;
  });
  /** Made once unseen while nobody waits: the first field of each kind takes most of the time of a first key. */
  const rehearsal: readonly Piece[] = [
    {
      part: { kind: 'choice', name: '', label: '', value: '', choices: [{ value: '', label: '' }] },
      tail: ''
    },
    { part: { kind: 'text', name: 'text', label: '', value: '' }, tail: '' }
  ];
  let rehearsing = $state(false);
  $effect(() =>
    whenIdle(() => {
      rehearsing = true;
      flushSync();
      rehearsing = false;
    })
  );
  const idle = $derived(parts.length === 0);
  const present = $derived(
    tool?.present ?? parts.filter(isBlank).find(({ kind }) => kind !== 'choice')?.name
  );
  /** Words that begin with a comma or stop stay on the line of what is before them. */
  const pieces = $derived.by(() => {
    const list: Piece[] = [];
    for (const part of parts) {
      const last = list.at(-1);
      const [, mark, rest] = (!isBlank(part) && /^([,.])\s*(.*)$/.exec(part)) || [];
      if (!mark || !last) list.push({ part, tail: '' });
      else {
        last.tail = mark;
        if (rest) list.push({ part: rest, tail: '' });
      }
    }
    return list;
  });
  /** In letters; what is not chosen yet is as wide as the widest that can be. */
  const widthOf = (choices: readonly { readonly shown: string }[], shown: string | undefined) =>
    shown?.length ?? Math.max(0, ...choices.map((one) => one.shown.length));
  /** Typed values on blue, proposed ones over dashes, what is kept as it is plain: told by the hints. */
  const lookOf = ({ typed }: Blank) => {
    if (typed) return 'bg-typed font-semibold text-tide';
    return typed === undefined ? 'bg-chalk font-semibold text-slate' : 'border-dashed bg-chalk text-slate';
  };

  /**
   * A key typed anywhere goes into the present blank; no text: the first blank of any kind. All at once, so that a
   * quick typist's next key already finds the blank in focus.
   */
  export function begin(text: string) {
    house.catchUp();
    flushSync();
    const blank = bar.querySelector<HTMLInputElement | HTMLSelectElement>(
      text ? 'input[data-present]' : 'input, select'
    );
    if (!blank) return;
    blank.focus();
    if (!(blank instanceof HTMLInputElement)) return;
    if (text) {
      drafts[blank.name] = text;
      flushSync();
      blank.setSelectionRange(text.length, text.length);
    } else blank.select();
  }

  function fill(blank: Blank, text: string): boolean {
    // A field that was left as it was drawn says nothing; what is typed or chosen is meant, also where it was drawn so.
    if (blank.kind !== 'choice' && text === blank.value && drafts[blank.name] === undefined) {
      delete faults[blank.name];
      return true;
    }
    typedLast = blank.name;
    const fault = current()?.fill(blank.name, text);
    house.catchUp();
    if (fault) {
      faults[blank.name] = fault;
      return false;
    }
    delete faults[blank.name];
    delete drafts[blank.name];
    return true;
  }

  function leave() {
    drafts = {};
    faults = {};
    house.catchUp();
    onleave();
  }

  /** A field in focus whose value is drawn anew is selected anew: what is typed next replaces it. */
  const selectAnew = (name: string, _value: string) => (field: HTMLInputElement) => {
    if (document.activeElement === field && untrack(() => drafts[name]) === undefined) field.select();
  };

  /** What is said at a blank near the right edge is drawn back from it. */
  const withinPage = (said: HTMLElement) => {
    const over = said.getBoundingClientRect().right - (window.innerWidth - 8);
    if (over > 0) said.style.left = `${-over}px`;
  };

  const isToolKey = (key: string) => editor.tool?.keys?.some((one) => one.key.toLowerCase() === key) ?? false;

  function onkeydown(event: KeyboardEvent, blank: Blank) {
    const field = event.currentTarget as HTMLInputElement | HTMLSelectElement;
    if (event.key === 'Enter') {
      event.preventDefault();
      if (field instanceof HTMLInputElement && !fill(blank, field.value)) return;
      current()?.accept();
      leave();
    } else if (event.key === 'Escape') {
      event.preventDefault();
      leave();
      if (editor.tool) editor.escape();
    } else if (/^[hx]$/.test(event.key) && blank.kind !== 'text' && isToolKey(event.key)) {
      // No unit has these letters: what they do is done while a number is being typed.
      event.preventDefault();
      editor.tool?.key?.(event.key);
      house.catchUp();
    } else if (
      event.key === 'Tab' &&
      field instanceof HTMLInputElement &&
      drafts[blank.name] !== undefined &&
      !fill(blank, field.value)
    )
      event.preventDefault();
  }
</script>

{#snippet written(list: readonly Piece[])}
  {#each list as { part, tail }, i (isBlank(part) ? part.name : `${i} ${part}`)}
    {#if isBlank(part)}
      <span class="relative whitespace-nowrap">
        {#if part.kind === 'choice'}
          {@const choices = shownChoices(part.choices ?? [])}
          {@const chosen = choices.find((one) => one.value === part.value)}
          <Select
            placeholder=""
            name={part.name}
            aria-label={part.label}
            classes={{
              select: 'max-w-96 border-b-2 text-base font-semibold'
            }}
            class="inline-block w-auto"
            style="width: calc({widthOf(choices, chosen?.shown) * 0.92}ch + 34px)"
            title={chosen?.label}
            value={part.value}
            onkeydown={(event) => onkeydown(event, part)}
            onchange={(event) => fill(part, event.currentTarget.value)}
          >
            {#each choices as { value, label, shown } (value)}<option {value} title={label}>{shown}</option
              >{/each}
          </Select>
        {:else}
          <Input
            name={part.name}
            aria-label={part.label}
            aria-invalid={faultAt(part.name) !== undefined}
            data-present={part.name === present ? '' : undefined}
            class="inline-block border-b-2 px-1.5 text-center text-base {lookOf(part)} {faultAt(part.name)
              ? 'border-solid border-rust'
              : 'border-shale focus:border-tide'}"
            aria-describedby={faultAt(part.name) ? `fault-${part.name}` : undefined}
            style="width: {Math.max(5, (drafts[part.name] ?? part.value).length * 0.86 + 2)}ch"
            autocomplete="off"
            value={drafts[part.name] ?? part.value}
            oninput={(event: Event) => (drafts[part.name] = inputOf(event).value)}
            onfocus={(event: Event) => inputOf(event).select()}
            {@attach selectAnew(part.name, part.value)}
            onblur={(event: Event) => drafts[part.name] !== undefined && fill(part, inputOf(event).value)}
            onkeydown={(event) => onkeydown(event, part)}
          />
        {/if}{#if besideBlank(part, editor.settings)}<span class="pl-1 text-xs text-tide"
            >{besideBlank(part, editor.settings)}</span
          >{/if}{tail}
        {#if faultAt(part.name)}<span
            id="fault-{part.name}"
            role="alert"
            {@attach withinPage}
            class="absolute left-0 top-full z-30 mt-1 w-max max-w-96 whitespace-normal border-l-4 border-rust bg-white px-2 py-1 text-xs font-medium text-rust shadow-md"
            >{faultAt(part.name)}</span
          >{/if}</span
      >
    {:else}
      <span>{part}{tail}</span>
    {/if}
  {/each}
{/snippet}

{#if rehearsing}<div hidden>{@render written(rehearsal)}</div>{/if}

<!-- One line by design; a longer sentence grows over the plan instead of pushing it down. -->
<div class="relative z-20 h-12 shrink-0">
  <div
    bind:this={bar}
    bind:offsetHeight={height}
    bind:offsetWidth={width}
    class="absolute inset-x-0 top-0 flex min-h-12 flex-wrap items-center gap-x-1.5 gap-y-1 border-b border-fog bg-white px-4 py-1.5"
    role="group"
    aria-label="The sentence"
    style:min-height={tool && `${least}px`}
  >
    {#if house.hand.pulled}<span
        ><strong class="text-tide">{house.hand.pulled}</strong>
        <span class="text-shale">· type how far, Enter sets it, Esc lets go</span></span
      >{:else}{@render written(pieces)}
      {#if idle}<span class="text-shale"
          >Nothing in hand. Take a tool from the left, or point at something to select it.</span
        >{/if}
      {#if !idle}<span class="ml-auto hidden whitespace-nowrap text-xs text-shale 2xl:inline"
          >{editor.tool
            ? 'Enter accepts · Tab next blank · Esc back'
            : 'Type to change · Enter accepts'}</span
        >{/if}{/if}
  </div>
</div>
