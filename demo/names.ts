import type { Random } from '@/core/index';

/** Invented words, joined from invented syllables; checked against a list of words to avoid nowhere. */
const PLACE_HEADS = [
  'Orr',
  'Tav',
  'Kels',
  'Bren',
  'Murr',
  'Sild',
  'Vash',
  'Drum',
  'Hael',
  'Wick',
  'Skar',
  'Penn',
  'Ulla',
  'Fenn',
  'Grae',
  'Loth',
  'Nesk',
  'Quill',
  'Rusk',
  'Thorl',
];
const PLACE_TAILS = [
  'imer',
  'a Sound',
  'by Reach',
  'ock',
  'enna',
  'wold Ness',
  'aven',
  'ith',
  'ombe End',
  'arra',
  'hollow',
  'ey',
  'stead',
  'a Vale',
  'umber',
];
const FIRST = [
  'Ilda',
  'Marn',
  'Pelo',
  'Tessa',
  'Orvin',
  'Suna',
  'Dako',
  'Wenna',
  'Brisk',
  'Jorl',
  'Amika',
  'Fenno',
  'Lirra',
  'Hesk',
  'Quenn',
  'Rovi',
  'Sabel',
  'Tovo',
  'Ursa',
  'Vimm',
  'Yarra',
  'Zeno',
  'Kelda',
  'Nim',
  'Oska',
  'Bellan',
  'Corro',
  'Edda',
  'Garth',
  'Hanno',
  'Ivra',
  'Kasim',
  'Lune',
  'Mazzo',
  'Nell',
  'Petra',
  'Rhune',
  'Sorrel',
  'Tilda',
  'Wim',
];
const LAST = [
  'Aldervane',
  'Brackmoor',
  'Cindral',
  'Dunnavay',
  'Eskerly',
  'Farrowind',
  'Gellimer',
  'Hathrune',
  'Ingalore',
  'Jessimund',
  'Kettlevane',
  'Lorrimay',
  'Mossgarde',
  'Nettlebray',
  'Osterlind',
  'Pellawick',
  'Quarrenby',
  'Rindleby',
  'Sallowmere',
  'Tarnhelde',
  'Umberlee',
  'Vanterra',
  'Wolderby',
  'Yarrowick',
  'Zellandry',
  'Ashgrieve',
  'Birrendale',
  'Corvaskin',
  'Dappelmoor',
  'Ellandrey',
  'Fosselby',
  'Grimmalow',
  'Hollendrake',
  'Ivanstow',
  'Jarrowmead',
  'Kindlemoss',
  'Larkenby',
  'Mirravale',
  'Norrowby',
  'Oakenfelt',
];
const STREETS = [
  'Kiln',
  'Lantern',
  'Ferry',
  'Gannet',
  'Saltpan',
  'Orchard',
  'Copper',
  'Windlass',
  'Harrow',
  'Tallow',
  'Cooper',
  'Bracken',
  'Heron',
  'Quarry',
  'Mill',
  'Chapel',
  'Rope',
  'Barley',
  'Juniper',
  'Slate',
  'Thistle',
  'Anchor',
  'Beacon',
  'Cinder',
];
const STREET_KINDS = ['Lane', 'Row', 'Street', 'Rise', 'Yard', 'Way', 'Steps', 'Close'];

function shuffled<T>(random: Random, items: readonly T[]): T[] {
  const out = [...items];
  for (let i = out.length - 1; i > 0; i--) {
    const k = random.below(i + 1);
    [out[i], out[k]] = [out[k]!, out[i]!];
  }
  return out;
}

export function placeNames(random: Random, count: number): string[] {
  const heads = shuffled(random, PLACE_HEADS);
  const tails = shuffled(random, PLACE_TAILS);
  return Array.from({ length: count }, (_, i) => `${heads[i % heads.length]!}${tails[i % tails.length]!}`);
}

/** Names of people, no two alike. */
export function personNames(random: Random, count: number): string[] {
  const first = shuffled(random, FIRST);
  const last = shuffled(random, LAST);
  return Array.from({ length: count }, (_, i) => `${first[i % first.length]!} ${last[i % last.length]!}`);
}

export function streetName(random: Random): string {
  return `${STREETS[random.below(STREETS.length)]!} ${STREET_KINDS[random.below(STREET_KINDS.length)]!}`;
}
