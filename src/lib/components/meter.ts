/** Readings of a distance meter go into the blank that is in hand, as if they were typed; Enter takes them. */
import { formatLengthWithUnit } from '../core/units/length';
import { hearMeter, type MeterLink, type Reading } from '../meter/link';
import type { House } from './house.svelte';

/** Of several houses that are open, the one that was worked in last takes readings. */
const goesTo = 'cliffstead meter goes to';

const fieldInHand = (): HTMLInputElement | undefined => {
  const field = document.activeElement;
  return field instanceof HTMLInputElement && field.type === 'text' ? field : undefined;
};

/** The present blank of the sentence, begun as by a key. */
function inSentence({ editor }: House, begin: (text: string) => void): HTMLInputElement | undefined {
  if (editor.tool || editor.selection.size > 0) begin('0');
  return fieldInHand();
}

/** `begin`: puts a text into the present blank of the sentence. */
export function attachMeter(house: House, begin: (text: string) => void): MeterLink {
  const claim = () => {
    try {
      localStorage.setItem(goesTo, house.id);
    } catch {
      // Nothing more can be kept: whichever took it last goes on hearing it, and where none did all do.
    }
  };
  window.addEventListener('focus', claim);
  if (document.hasFocus() || localStorage.getItem(goesTo) === null) claim();
  const link = hearMeter((reading) => {
    if ((localStorage.getItem(goesTo) ?? house.id) === house.id) put(house, reading, begin);
  });
  return {
    close: () => {
      window.removeEventListener('focus', claim);
      link.close();
    }
  };
}

function put(house: House, { millimetres, scatter }: Reading, begin: (text: string) => void) {
  const { editor } = house;
  const words = (value: number) => formatLengthWithUnit(value, editor.settings.units);
  const field = fieldInHand() ?? inSentence(house, begin);
  if (!field) {
    editor.say({
      kind: 'problem',
      text: `The meter reads ${words(millimetres)}, and no blank is there for it.`,
      hint: 'Take a tool that asks for a length, or point into a field.'
    });
    return;
  }
  const all = editor.readings.take([field, editor.project], millimetres, scatter);
  field.value = `${all.value.toFixed(1)} mm`;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  field.select();
  const count = all.used + all.left;
  if (all.isDoubtful)
    editor.say({
      kind: 'problem',
      text: `${count} readings do not agree; the last is ${words(millimetres)}.`,
      hint: 'Measure once more: what stands alone is left out.'
    });
  else if (count > 1)
    editor.say({
      kind: 'done',
      text: `The mean of ${all.used} readings, ${words(all.apart)} apart${all.left > 0 ? `; ${all.left} left out` : ''}.`,
      hint: 'Enter takes it.'
    });
  else editor.say({ kind: 'done', text: `The meter reads ${words(millimetres)}.`, hint: 'Enter takes it.' });
}
