/** The card of a rooflight. */
import { nameElement } from '../../../core/document/names';
import { heightAt } from '../../../core/geometry/plane';
import { lightPlaces } from '../../../core/kinds/rooflight/place';
import { glassArea, type Rooflight } from '../../../core/kinds/rooflight/record';
import { formatArea } from '../../../core/units/area';
import { formatLengthWithUnit } from '../../../core/units/length';
import { fact, type CardMaker, type DetailsCard } from '../../details/card';
import { opensWords } from './words';

export function rooflightCard(make: CardMaker, light: Rooflight): DetailsCard {
  const { editor } = make;
  const { units } = editor.settings;
  const set = (changes: object) => ({ name: 'setRooflight', args: { id: light.id, ...changes } });
  const size = (name: 'along' | 'up' | 'width' | 'height' | 'upstand', label: string) =>
    make.length(name, label, [light[name]], (value) => set({ [name]: value }));
  const place = editor.model.at(editor.shown).get(lightPlaces, light.id);
  const edge = (corner: number) =>
    place?.fits
      ? formatLengthWithUnit(Math.round(heightAt(place.plane.underside, place.ring[corner]!)), units)
      : 'not built';
  return {
    title: 'Rooflight',
    subtitle: light.name || nameElement(editor.project, light.id),
    groups: [
      {
        title: 'Where does it lie?',
        fields: [
          make.text('name', 'Name', light.name, (name) => set({ name })),
          size('along', 'Along the eave, to its middle'),
          size('up', 'Up the slope, to its lower edge')
        ]
      },
      {
        title: 'How large, how does it open?',
        fields: [
          size('width', 'Width'),
          size('height', 'Height along the slope'),
          size('upstand', 'Frame over the covering'),
          make.choice('opens', 'It is', [light.opens], opensWords, (opens) => set({ opens }))
        ]
      },
      {
        title: 'What comes of it?',
        fields: [
          fact('Lower edge above the datum', edge(0)),
          fact('Upper edge above the datum', edge(2)),
          fact('Glass', formatArea(glassArea(light), units))
        ]
      }
    ]
  };
}
