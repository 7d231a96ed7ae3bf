import { FREEZING_C } from '#core/dwell/goNoGo.ts';
import { DELIVERY_NAMES, type Delivery } from '#core/products/delivery.ts';
import type { FindingFacts, Like, MeetingPlace, Unusable } from '#core/refusals.ts';
import { TRAIT_SUBSTANCES, type Trait } from '#core/safety/traits.ts';
import { fillIn, type Sentence } from '#core/say.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatLimit, formatPercent, formatStrength } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatDuration } from '#core/units/duration.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import { formatTemperature, formatWind } from '#core/units/temperature.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { inMegabytes } from '../megabytes.ts';
import type { SetUpList } from '../setUpFile.ts';
import type { Words } from './words.ts';

const LOOK_AGAIN = 'Look again.';
const FROM_LIST = 'Choose one from the list.';
const ANOTHER = 'Choose another from the list.';
const NOTHING_MORE = 'Nothing more is needed.';
const STRENGTHS = 'Type it like 1:12, 1 in 12, 4% or 30 ml/l.';
const LEAVE = 'Or leave the recipe: the batch then says so.';
const AMOUNT = 'Type an amount above zero, such as 750 ml.';
const DURATIONS = 'Type it like 4 min, 30 s or 1:30.';
const FLOW_RUN = 'Type seconds such as 94, or use the stopwatch.';
const LOOK_AT_BOTH = 'Look at both. Yours is kept too if you save it again, and counts from then on.';
const RINSE = 'Rinse it with plenty of water, then mark it rinsed.';

const VOLUMES: Record<UnitSystem, string> = {
  metric: 'Type a number and a unit, such as 750 ml or 0.75 l.',
  us: 'Type a number and a unit, such as 24 US oz or 0.5 US gal.',
  imperial: 'Type a number and a unit, such as 20 imp oz or 0.5 imp gal.',
};

/** What would work where this is typed. */
const EXAMPLES: Record<Like, (units: UnitSystem) => string> = {
  number: () => 'Type a number, such as 12 or 0.75.',
  volume: (units) => VOLUMES[units],
  strength: () => STRENGTHS,
  duration: () => DURATIONS,
  durationRange: () => 'Type it like 3-5 min, 30 s to 1 min, or 4 min.',
  temperature: (units) =>
    units === 'us' ? 'Type degrees F, such as 41, or 5 C.' : 'Type degrees C, such as 5, or 41 F.',
  humidity: () => 'Type per cent from 5 to 100, such as 55.',
  wind: (units) =>
    units === 'metric'
      ? 'Type metres a second from 0 to 40, such as 2, or 7 km/h, or 5 mph.'
      : 'Type miles an hour from 0 to 89, such as 5, or 2 m/s, or 7 km/h.',
  flow: (units) => `Type it like ${units === 'metric' ? '6.4 l/min' : '1.7 gal/min'}.`,
  mass: () => 'Type it such as 10.1 kg or 850 g.',
  hardness: () => 'Use ppm, dH, fH or gpg, such as 210 ppm.',
  days: () => 'Type whole days, such as 30.',
  howMany: () => 'Type how many, such as 6.',
  upTo50: () => 'Give a whole number from 1 to 50.',
  seconds: () => 'Type seconds, such as 95.',
  minutes: () => 'Type whole minutes, such as 5.',
  grams: () => 'Type grams, such as 12460, or take the reading.',
  gramsPerM2: () => 'Type grams to the square metre, such as 300.',
  mlPerM2: () => 'Type ml to the square metre, such as 45, or nothing.',
  centimetres: () => 'Type centimetres above the towels, such as 5.',
  millimetres: () => 'Type millimetres, such as 1.1.',
  millimetresDeep: () => 'Type millimetres, such as 145.',
  bar: () => 'Type bar, such as 120.',
  share: () => 'Type a share such as 10 %.',
};

/** What may be typed as a bare number. */
const BARE: ReadonlySet<Like> = new Set(['number', 'volume', 'strength']);

const why = (reason: Unusable, code: string): string =>
  ({
    gone: 'it is not there any more',
    retired: 'it has been retired',
    putAway: `${code} has been put away`,
    otherProduct: `${code} holds a different product`,
    sealed: `${code} is not open yet`,
    twice: 'it is the first one again',
  })[reason];

const UNUSABLE = {
  product: 'Product',
  vessel: 'Vessel',
  productOrVessel: 'Product or vessel',
  container: 'Container',
  secondContainer: 'The second container',
};

/** Where the other product is that a product would meet, and what makes it safe. */
function meeting(where: MeetingPlace, other: string): { there: string; remedy: string } {
  switch (where.kind) {
    case 'vessel':
      return { there: `${where.name} held ${other}.`, remedy: RINSE };
    case 'line':
      return {
        there: `${where.name} held ${other}.`,
        remedy: 'Flush the line with plenty of water, outside, then tick that it is flushed.',
      };
    case 'panel':
      return {
        there: `The panel has ${other} on it.`,
        remedy: 'Rinse the panel with plenty of water and end that clock first.',
      };
    case 'sideBySide':
      return {
        there: `${other} lies beside it, and the two would run into each other.`,
        remedy: 'Choose products that may meet, or try them on two vehicles.',
      };
  }
}

const unknownTraits = (unknown: readonly { name: string; trait: Trait }[]): string =>
  unknown.map(({ name, trait }) => `whether ${name} holds ${TRAIT_SUBSTANCES[trait]}`).join(', or ');

const WANTED_FOR = {
  given: 'it can’t have given',
  decant: 'it can’t give',
  waste: 'more than that can’t be wasted, not',
  correction: 'it can’t have given',
};

/** A sentence as it is written. */
const written = ([text, ...filled]: Sentence): string => fillIn(text, filled);

const short = (f: number): string => formatPercent(f as Fraction);
const mm = (n: number): string => `${Number(n.toPrecision(3))} mm`;
const ratioInWords = (ratio: number): string =>
  formatStrength({ notation: 'parts', water: Number(ratio.toPrecision(3)) });
const floored = (seconds: number): string => formatDuration(Math.max(0, Math.floor(seconds)));
const names = (deliveries: readonly Delivery[]): string =>
  deliveries.map((d) => DELIVERY_NAMES[d]).join(', ');

function finding({ finding: kind, limit, basis, q }: FindingFacts): readonly [string, string] {
  const percent = (f: number) => formatLimit(f as Fraction);
  const where = { bottle: 'in the bottle', panel: 'on the panel', bucket: 'in the bucket' }[basis];
  const inBottle = q < 1 ? `, ${percent(Math.min(1, limit / q))} in the bottle at this draw` : '';
  switch (kind) {
    case 'overLabel':
      return ['Stronger than its label.', `Stay at ${percent(limit)} ${where} or under, or say why.`];
    case 'underLabel':
      return ['Weaker than its label.', `Stay at ${percent(limit)} ${where} or over, or say why.`];
    case 'overCeiling':
      return [
        `Over ${percent(limit)} on the panel.`,
        `Up to ${percent(limit)} there${inBottle}; a second application comes first. Or say why.`,
      ];
    case 'underFloor':
      return [
        `Under ${percent(limit)} on the panel.`,
        `From ${percent(limit)} there${inBottle}. Or say why.`,
      ];
    case 'overLongest':
      return [`Longer than ${formatDuration(limit)}.`, 'Put it on a second time instead, or say why.'];
    case 'underShortest':
      return [`Shorter than the ${formatDuration(limit)} it needs.`, 'Give it longer, or say why.'];
  }
}

const overLimit: Words['refusals']['total.overFillLimit'] = ({ totalUl, roomUl }, units) => {
  const most = formatVolume(roomUl, units);
  return [
    `${formatVolume(totalUl, units)} is over this vessel's fill limit of ${most}.`,
    `Make up to ${most}, or pick a larger vessel.`,
  ];
};

/** What is said in English. */
const SET_UP_ONE: Record<SetUpList, string> = {
  places: 'place',
  devices: 'machine',
  measures: 'measure',
  vessels: 'vessel',
  products: 'product',
  recipes: 'recipe',
  people: 'person',
};

export const en: Words = {
  locale: 'en-GB',
  screens: {},
  finding,
  part: ({ recipe, soil, name }) =>
    [recipe && `${recipe}.`, name && `${name}:`, soil !== undefined && `At ${SOIL_NAMES[soil]}:`]
      .filter(Boolean)
      .join(' '),
  hindrance: {
    freezing: (units) => [
      'Freezing',
      `nothing is sprayed outside under ${formatTemperature(FREEZING_C, units)}`,
    ],
    rain: () => [
      'Rain',
      'it thins and washes off what is laid, and carries it into the drain: work under a roof',
    ],
    windStops: () => ['Wind', 'mist lands on people and other cars: work indoors'],
    wind: () => ['Wind', 'mist drifts; grit blows onto what is wiped'],
    sun: () => ['Sun', 'contact and clay steps wait for shade; feel the panel first'],
  },
  remedy: {
    cool: () => ['Cool it by rinsing first', ''],
    shade: () => ['Work in the shade, the panel cooled', ''],
    later: ({ hour }) => [`Wait until ${hour}`, ''],
    remist: ({ atS = 0 }) => [`Re-mist after ${formatDuration(atS)}`, ''],
    smaller: ({ m2 }) => [
      'Smaller pieces',
      `with the first that works: ${m2 === null || m2 === undefined ? 'all of it at once' : `pieces of up to ${Number(m2.toPrecision(2))} m²`}`,
    ],
    twice: ({ times, eachS = 0 }) => [
      `Accept a short dwell, ${times === 3 ? 'three times' : 'twice'}`,
      `${floored(eachS)} each, rinsed between`,
    ],
    other: () => ['Another method', 'a bucket or rinseless wash, panel by panel, or indoors'],
  },
  windowGives: ({ rinseByS, shortestS, opens }) =>
    opens
      ? `rinse by ${floored(rinseByS)}: ${floored(rinseByS - shortestS)} to work in`
      : `rinse by ${floored(rinseByS)}, still under the ${formatDuration(shortestS)} it needs`,
  driesTooSoon: ({ rinseByS, shortestS }) =>
    `It begins to dry after about ${floored(rinseByS)}, before the ${formatDuration(shortestS)} it needs to work.`,
  verdict: (of) => {
    const now = ratioInWords(of.ratio);
    const steady = (weak: boolean, than: string): readonly [string, string] => [
      `Steady at ${now}, and ${weak ? 'weaker' : 'stronger'} than ${than}.`,
      `Fit a ${weak ? 'wider' : 'finer'} tip and measure again.`,
    ];
    const fault = (what: string): readonly [string, string] => [
      what,
      'Find the fault and measure again before anyone fills from it.',
    ];
    const before = of.before === null ? '' : `, and was ${ratioInWords(of.before)} with this tip`;
    switch (of.found) {
      case 'steady':
        return [`Steady at ${now}.`, 'Use it as it was measured.'];
      case 'weakForLabel':
        return steady(true, 'the label');
      case 'strongForLabel':
        return steady(false, 'the label');
      case 'weakForTarget':
        return steady(true, 'it is meant to be');
      case 'strongForTarget':
        return steady(false, 'it is meant to be');
      case 'drainsBack':
        return fault('The first fill is weak and the others agree: product drains back.');
      case 'unsteady':
        return fault('The fills differ too much to be one strength.');
      case 'weaker':
        return fault(`It has become weaker: ${now}${before}.`);
      case 'stronger':
        return fault(`It has become stronger: ${now}${before}.`);
    }
  },
  suspect: {
    footValve: 'The foot valve: lift it out, rinse it, see that it holds product up.',
    air: 'Air in the line: pail nearly empty, weight off, a loose or split hose.',
    pressure: 'The water pressure: other taps open, the inlet filter, the regulator.',
    tip: 'The tip: seated, clean, and the one that is on record.',
  },
  titles: {
    400: 'Not readable',
    401: 'Not signed in',
    403: 'Not allowed',
    404: 'Not found',
    409: 'Not possible as things stand',
    412: 'Changed in between',
    413: 'Too large',
    415: 'Not JSON',
    421: 'Not this shop’s address',
    422: 'Not possible',
    428: 'Revision missing',
    429: 'Too many tries',
    500: 'A fault in the program',
    503: 'Not now',
  },
  refusals: {
    'number.missing': ({ field, like = 'number' }, units) => [`${field} is empty.`, EXAMPLES[like](units)],
    'number.unreadable': ({ field, typed, like = 'number' }, units) => [
      typed.length > 30 ? `${field} is too long to be a number.` : `${field}: "${typed}" is not a number.`,
      EXAMPLES[like](units),
    ],
    'number.negative': ({ field, like = 'number' }, units) => [
      `${field} is below zero.`,
      BARE.has(like) ? 'Type a number above zero.' : EXAMPLES[like](units),
    ],
    'number.ambiguous': ({ field, typed }) => {
      const [both, point] = [typed.replace(',', ''), typed.replace(',', '.')];
      return [`${field}: ${typed} can be read as ${both} or as ${point}.`, `Type ${both} or ${point}.`];
    },
    'unit.ambiguous': ({ field, typed, word }) => [
      `${field}: "${typed}" is a different amount in the US and in Britain.`,
      `Type us ${word} or imp ${word}.`,
    ],
    'unit.unknown': ({ field, typed }) => [
      `${field}: "${typed}" is not a unit of volume.`,
      'Use ml, cl, l, us oz, us gal, imp oz, imp pint or imp gal.',
    ],
    'volume.noNumber': ({ field, typed }, units) => [
      `${field}: "${typed}" has no number in it.`,
      EXAMPLES.volume(units),
    ],
    'volume.noUnit': ({ field, typed, system }) => {
      const [large, small] =
        system === 'metric' ? ['l', 'ml'] : system === 'us' ? ['us gal', 'us oz'] : ['imp gal', 'imp oz'];
      return [`${field}: ${typed} of what?`, `Type ${typed} ${large} or ${typed} ${small}.`];
    },
    'volume.unreadable': ({ field }) => [
      `${field} is not an amount.`,
      'Type a number and a unit, such as 750 ml.',
    ],
    'volume.negative': ({ field }) => [`${field} is below zero.`, AMOUNT],
    'volume.zero': ({ field }) => [`${field} is nothing.`, AMOUNT],
    'volume.tooLarge': ({ field }) => [
      `${field} is over 100,000 L.`,
      'Type an amount up to 100,000 L and check the unit.',
    ],
    'depth.unknown': ({ field }) => [
      `${field}: nobody has entered the shape of this vessel, so a depth says nothing.`,
      'Type a volume such as 750 ml, or enter its shape in Rigs.',
    ],
    'duration.range': ({ field, mostS, like = 'duration' }, units) => [
      `${field} is not between 1 second and ${formatDuration(mostS)}.`,
      EXAMPLES[like](units),
    ],
    'duration.unit': ({ field, typed }) => [
      `${field}: "${typed}" is not a unit of time.`,
      'Use s or min, such as 4 min.',
    ],
    'flow.unreadable': ({ field, typed }, units) => [
      `${field}: "${typed}" has no number in it.`,
      EXAMPLES.flow(units),
    ],
    'flow.unit': ({ field, typed }, units) => [
      `${field}: "${typed}" is not a flow that is known here.`,
      EXAMPLES.flow(units),
    ],
    'flow.range': ({ field }, units) => [
      `${field} is not between 0.05 and 100 litres a minute.`,
      EXAMPLES.flow(units),
    ],
    'mass.unit': ({ field, like = 'mass' }, units) => [
      `${field} is in a unit that is not known.`,
      EXAMPLES[like](units),
    ],
    'mass.range': ({ field, like = 'mass' }, units) => [
      `${field} is not a weight a scale shows.`,
      EXAMPLES[like](units),
    ],
    'temperature.range': ({ field, leastC, mostC }, units) => [
      `${field} is not between ${formatTemperature(leastC, units)} and ${formatTemperature(mostC, units)}.`,
      EXAMPLES.temperature(units),
    ],
    'weather.humidity': ({ field }, units) => [
      `${field} is not between 5 and 100 %.`,
      EXAMPLES.humidity(units),
    ],
    'weather.wind': ({ field, overMs }, units) => [
      overMs === null
        ? `${field} is not a speed of the wind.`
        : `${field} is over ${formatWind(overMs, units)}: nobody washes in that.`,
      EXAMPLES.wind(units),
    ],
    'hardness.unit': ({ field, typed }, units) => [
      `${field}: "${typed}" is not a unit of hardness.`,
      EXAMPLES.hardness(units),
    ],
    'hardness.range': () => [
      'Hardness is not between 0 and 2000 ppm.',
      'Type what the test strip or the water company says.',
    ],
    'time.unreadable': ({ field }) => [`${field} can’t be read.`, 'Write a time such as 09:30, or nothing.'],
    'day.unreadable': ({ field, typed, order }) => [
      typed === '' ? `${field} is missing.` : `${field}: "${typed}" is not a day.`,
      `Write it such as 2027-05-31 or ${order === 'dayFirst' ? '31/05/2027' : '05/31/2027'}.`,
    ],
    'day.none': ({ field, typed }) => [
      `${field}: the calendar has no ${typed}.`,
      'Write the day that is printed on it.',
    ],
    'money.range': ({ field }) => [`${field} is not an amount of money.`, 'Type it like 24.50.'],
    'strength.missing': ({ field }) => [`${field} is empty.`, STRENGTHS],
    'strength.range': ({ field, typed, part }) =>
      part
        ? [
            `${field}: "${typed}" is a range with a part missing.`,
            'Type both ends with what they are in, such as 25-45 ml per 25 l, 4-6% or 1:10-1:20.',
          ]
        : [
            `${field}: "${typed}" is a range, and a mix has one strength.`,
            'Type one end of it, such as 1:12; a product’s label keeps both.',
          ],
    'strength.sameEnds': ({ field }) => [
      `${field} is a range whose two ends are the same.`,
      'Type the one strength, such as 1:12, or two different ends, such as 1:10-1:20.',
    ],
    'strength.threeNumbers': ({ field, numbers }) => [
      `${field} has ${numbers} numbers; a ratio has two.`,
      'Type one part product and the parts of water, such as 1:12.',
    ],
    'strength.noNotation': ({ field, typed }) => [
      `${field}: "${typed}" alone could be parts, percent or millilitres.`,
      typed.length <= 8 ? `Type 1:${typed}, 1 in ${typed}, ${typed}% or ${typed} ml/l.` : STRENGTHS,
    ],
    'strength.half': ({ field, typed, such }) => [
      `${field}: "${typed}" stops before what it goes into.`,
      `Go on, such as ${such}.`,
    ],
    'strength.unreadable': ({ field, typed }) => [`${field}: "${typed}" is not a strength.`, STRENGTHS],
    'strength.bareBeside': ({ field, typed, bare, meant }) => [
      `${field}: the ${bare} in "${typed}" has no unit, so it could be parts or an amount.`,
      meant.length > 0
        ? `Type ${meant.map(({ text, parts }) => `${text}${parts ? ' for parts' : ''}`).join(', or ')}.`
        : 'Type the unit with it, such as 30 ml per 10 l.',
    ],
    'strength.grams': ({ field }) => [
      `${field} is given in grams, and the product's density is not known here.`,
      'Type it as a volume, such as 30 ml/l, or enter the density on the product page.',
    ],
    'strength.gramsPer': ({ field }) => [`${field}: grams are given for a litre.`, 'Type it like 30 g/l.'],
    'strength.nothing': ({ field }) => [
      `${field} leaves no product in the mix.`,
      'Type a strength above zero, such as 1:12 or 4%.',
    ],
    'strength.noProduct': ({ field }) => [`${field} has no product in it.`, STRENGTHS],
    'strength.noWater': ({ field }) => [
      `${field} has no water in it.`,
      'Type "neat" if that is what you mean, or a ratio such as 1:12.',
    ],
    'strength.overNeat': ({ field }) => [
      `${field} asks for more product than there is mix: neat product is the strongest there is.`,
      'Type a weaker strength, such as 1:12 or 4%, or "neat".',
    ],

    'product.readyToUse': () => [
      'This product is ready to use. Diluted, it no longer does what its label says.',
      'Use it neat, or pick a concentrate.',
    ],
    'total.overFillLimit': overLimit,
    'total.underSmallest': ({ totalUl, smallestUl }, units) => [
      `${formatVolume(totalUl, units)} is less than can sensibly be mixed in this vessel.`,
      `Make at least ${formatVolume(smallestUl, units)}, or pick a smaller vessel.`,
    ],
    'total.tooLittle': () => ['So little holds no measurable product.', 'Make more of it.'],
    'strength.tooWeak': ({ totalUl }, units) => [
      `At this strength ${formatVolume(totalUl, units)} holds no measurable product.`,
      'Type a stronger mix, or make more of it.',
    ],
    'strength.notMeasurable': ({ productUl, finestUl }, units) => [
      `That takes ${formatExactVolume(productUl)} of product, and the finest measure here reads ${formatVolume(finestUl, units)}.`,
      'Make more of it, type a stronger mix, or let it down in two stages.',
    ],
    'leftover.overVessel': ({ ul, roomUl }, units) => [
      `${formatVolume(ul, units)} is more than this vessel may hold.`,
      `Type up to ${formatVolume(roomUl, units)}, or pick a larger vessel.`,
    ],
    'merge.differentProducts': () => [
      'Different products are never combined: what they make together nobody has tested, and some give off gas.',
      'Keep them apart, and use up or dump one of them.',
    ],
    'merge.noRoom': ({ totalUl, roomUl }, units) => [
      `Together they are ${formatVolume(totalUl, units)}; this vessel takes ${formatVolume(roomUl, units)}.`,
      'Pick a larger vessel, or pour only a part over.',
    ],
    'vessel.occupied': ({ vessel, product, ul }, units) => [
      `${vessel} holds ${formatVolume(ul, units)} of ${product} by the books.`,
      'Empty it and rinse it first, or choose another.',
    ],
    'vessel.changed': ({ vessel, now }, units) => [
      now
        ? `${vessel} was filled a moment ago: it holds ${formatVolume(now.ul, units)} of ${now.product} (${now.code}).`
        : `${vessel} was emptied a moment ago.`,
      'Look at what is in it, then pour.',
    ],
    'product.overVessel': ({ productUl, totalUl, roomUl, takesUl }, units) => [
      `${formatVolume(productUl, units)} of product makes ${formatVolume(totalUl, units)}, and this vessel takes ${formatVolume(roomUl, units)}.`,
      `Use ${formatVolume(takesUl, units)} of it here, or pick a larger vessel.`,
    ],
    'water.neat': () => ['A neat product goes in without water.', 'Empty the vessel first.'],
    'water.overVessel': ({ waterUl, totalUl, roomUl, mostUl }, units) => [
      `With its product ${formatVolume(waterUl, units)} of water comes to ${formatVolume(totalUl, units)}, over this vessel's fill limit of ${formatVolume(roomUl, units)}.`,
      `Pour water off down to ${formatVolume(mostUl, units)} first.`,
    ],
    'vehicles.count': () => ['Vehicles is not a whole number from 1 to 1000.', 'Type how many, such as 6.'],
    'stock.tooWeak': () => [
      'The stock solution is weaker than that already.',
      'Type a weaker strength, or let the hyper-concentrate down less.',
    ],
    'equivalence.overNeat': () => [
      'Even neat, the new product is weaker than the old one was in use.',
      'Keep the old product for this use.',
    ],
    'made.noProduct': () => ['Without product it is water.', 'Type how much product went in.'],
    'calibrate.count': () => [
      'How many is not a whole number from 2 to 200.',
      'Count at least ten into the cylinder.',
    ],
    'calibrate.reading': () => [
      'In the cylinder is less than one of its graduations.',
      'Count more of them in, or use a finer cylinder.',
    ],

    'leftover.different': ({ vessel, product, mixed }) => [
      `By the books ${vessel} holds ${product}${mixed ? ' with something else' : ''}, and two products are never combined.`,
      'Empty it and rinse it, or choose what it holds.',
    ],
    'equipment.unusable': ({ what, why: reason, code = '' }) => [
      `${UNUSABLE[what]}: ${why(reason, code)}.`,
      ANOTHER,
    ],
    'mix.changed': ({ of, waterUl = 0, productUl = 0 }, units) => {
      if (of === 'line')
        return ['The line gives something else than was shown: it was verified in between.', LOOK_AGAIN];
      if (of === 'merge') return ['The amounts shown are not what the two hold.', LOOK_AGAIN];
      const what = of === 'stock' ? 'stock solution' : 'product';
      return [
        'The amounts shown are not the ones this mix needs.',
        `Look again: ${formatVolume(waterUl, units)} water, then ${formatVolume(productUl, units)} ${what}.`,
      ];
    },
    'stock.none': () => ['By the books there is none in it.', 'Make the stock solution first.'],
    'line.unverified': ({ line, why: reason }) => [
      reason === 'never'
        ? `${line} has not been verified with this product and this tip.`
        : `${line} had a fault when it was last verified.`,
      'Have a lead verify it in Rigs, or mix by hand.',
    ],
    'merge.notHeld': () => ['By the books there is no leftover in it.', 'Pick one that holds a batch.'],
    'merge.moreThanHeld': ({ vessel, heldUl }, units) => [
      `By the books ${vessel} holds ${formatVolume(heldUl, units)}.`,
      `Type up to ${formatVolume(heldUl, units)}.`,
    ],
    'merge.sameVessel': () => ['It is the same vessel twice.', 'Pick two vessels.'],
    'pour.filledSince': ({ vessel }) => [
      `When: ${vessel} was filled again since.`,
      'Enter what was poured on the container’s page, as poured and not booked.',
    ],
    'found.tooMuch': ({ code, missingUl }, units) => {
      if (missingUl === 'fromSecond')
        return [
          'Found in it: what the first container lacks comes from the second, so nothing is missing.',
          'Pour from both, or only from the one it was found in.',
        ];
      return [
        missingUl === 0
          ? `Found in it: ${code} holds enough for this mix by the books.`
          : `Found in it: ${formatVolume(missingUl, units)} is missing for this mix, and that would be more.`,
        'Pour as the books have it; what else is in there is found by a count.',
      ];
    },
    'container.full': ({ code, sizeUl }, units) => [
      `Found in it: ${code} holds ${formatVolume(sizeUl, units)} when full, and that would be more.`,
      'Check which container it was, or have it counted.',
    ],
    'batch.takenBack': ({ code }) => [
      `${code} was taken back: by the books it was never mixed.`,
      'Look for the batch that was booked in its place.',
    ],
    'batch.short': ({ code, heldUl }, units) => [
      `How much: ${code} holds ${formatVolume(heldUl, units)} by the books.`,
      heldUl === 0 ? NOTHING_MORE : 'Type less, or all of it.',
    ],
    'stock.short': ({ code, heldUl, wantedUl, wantedFor, and }, units) => {
      const [held, wanted] = [formatVolume(heldUl, units), formatVolume(wantedUl, units)];
      if (and !== undefined)
        return [
          `${code} and ${and} hold ${held} together; this mix needs ${wanted}.`,
          'Make less of it, or book in what has come.',
        ];
      if (wantedFor === undefined)
        return [
          `${code} holds ${held}; this mix needs ${wanted}.`,
          heldUl > 0 ? 'Make less, or pour from another container.' : 'Pour from another container.',
        ];
      return [
        `${code} holds ${held}; ${WANTED_FOR[wantedFor]} ${wanted}.`,
        wantedFor === 'correction'
          ? 'Choose the one it really came from, or book what was found in it first.'
          : 'Type what is really there, or have it counted.',
      ];
    },
    'rest.unneeded': ({ code }) => [`${code} holds enough for this mix by the books.`, 'Pour from it alone.'],
    'rest.nothingFirst': ({ code, rest }) => [
      `${code} is empty by the books.`,
      `Pour all of it from ${rest}.`,
    ],
    'lot.held': ({ code, lot, words }) => [
      `${code} holds some of lot ${lot.toUpperCase()}, and nobody may use that: “${words}”.`,
      'Use another. A manager releases the lot on its page.',
    ],
    'receipt.same': () => [
      'Nothing here differs from what is booked.',
      'Change what is wrong, or leave it as it is.',
    ],
    'receipt.noReason': ({ code }) => [
      `Why is empty: ${code} has been used since it came.`,
      'Say how the mistake was found.',
    ],
    'receipt.moreDrawn': ({ code, drawnUl }, units) => [
      `Size: ${formatVolume(drawnUl, units)} has been taken out of ${code}, more than that.`,
      'Check the size on its label, or take back what was booked wrongly first.',
    ],
    'receipt.holdsMore': ({ code, heldUl }, units) => [
      `Size: ${code} holds ${formatVolume(heldUl, units)} by the books, more than that.`,
      'Check the size on its label, or have it counted first.',
    ],
    'undo.done': () => ['This has already been taken back.', NOTHING_MORE],
    'undo.notPour': () => [
      'Only what moved product can be taken back here.',
      'Book what really happened instead.',
    ],
    'undo.notYours': ({ may, minutes }) => [
      {
        leadToday: "A lead can take back today's pours.",
        own: 'You can take back your own pours.',
        ownFor: `You can take back a pour for ${minutes} minutes.`,
      }[may],
      'Ask a manager to take this one back, or for their word here.',
    ],
    'photo.notYours': ({ minutes }) => [
      `A photo is deleted by whoever took it, for ${minutes} minutes; then by a manager.`,
      'Ask a manager to delete it.',
    ],
    'undo.overfull': ({ code, wouldHoldUl, sizeUl }, units) => [
      `${code} would hold ${formatVolume(wouldHoldUl, units)}, and it holds ${formatVolume(sizeUl, units)} when full.`,
      'Take back first what was booked into it since.',
    ],
    'count.belowEmpty': ({ tareG }) => [
      `Weight is less than the ${Math.round(tareG)} g it weighs empty.`,
      'Weigh it again, or correct what it weighs empty.',
    ],
    'count.tooDeep': ({ highMm, kind }) => [
      `Depth is more than the ${Math.round(highMm)} mm a ${kind} of its size is high.`,
      'Measure from the floor of it to the surface, in millimetres.',
    ],
    'count.overfull': ({ by }) => [
      `${by === 'weight' ? 'Weight' : 'Amount'} is more than it could hold when full.`,
      'Check that it is this container, and read it again.',
    ],

    'safety.gas': ({ where, other, pair }) => {
      const { there, remedy } = meeting(where, other);
      const gas = {
        acidChlorine: 'Acid and chlorine together give off chlorine gas.',
        acidSulfide: 'Acid and a sulfide or thioglycolate together give off poisonous gas.',
      }[pair];
      return [`${there} ${gas}`, remedy];
    },
    'safety.unknown': ({ where, other, next, unknown }) => {
      const { there, remedy } = meeting(where, other);
      const pages = [...new Set(unknown.map((u) => u.name))].join(' and ');
      const settle = `A manager can settle it from the safety data sheet, on the page of ${pages}.`;
      return [
        `${there} Nobody has entered ${unknownTraits(unknown)}, so it is not known whether ${next} may follow it.`,
        where.kind === 'vessel' ? `${remedy} ${settle}` : remedy,
      ];
    },
    'note.hold': ({ product, words }) => [
      `${product} is on hold: “${words}”.`,
      'Use another, or ask a lead to lift it.',
    ],
    'note.unread': ({ product, words }) => [
      `A note stands before ${product}: “${words}”.`,
      'Read it, then say that you have.',
    ],
    'safety.notSignedOff': ({ product }) => [
      `${product} is only mixed by people signed off for it, and you are not.`,
      'Ask someone who is, or have a manager sign you off on your page in Crew.',
    ],
    'safety.notAcknowledged': ({ product }) => [
      `${product} is poured after its cautions are confirmed.`,
      'Read the cautions, put on what they ask for, and tick that you have.',
    ],
    'delivery.unsuited': ({ product, means, gel, suits }) => [
      gel
        ? `${product} is a gel, and a gel blocks a fine spray.`
        : `${product} is not meant for a ${DELIVERY_NAMES[means]}.`,
      `Its record names: ${names(suits)}.`,
    ],
    'ph.acid': ({ is }) => [
      is
        ? 'pH neat is under 2, which is an acid, but the traits say it is none.'
        : 'pH neat is over 11, which is no acid, but the traits say it is one.',
      `Set Acid to ${is ? 'yes' : 'no'}, or correct the pH.`,
    ],
    'ph.strongAlkali': ({ is }) => [
      is
        ? 'pH neat is over 11, which is a strong alkali, but the traits say it is none.'
        : 'pH neat is under 2, which is no alkali, but the traits say it is one.',
      `Set Strong alkali to ${is ? 'yes' : 'no'}, or correct the pH.`,
    ],
    'dispense.never': ({ product, why: reason }) => {
      switch (reason) {
        case 'readyToUse':
          return [
            `${product} is ready to use, and a dispenser would water it down.`,
            'Fill it from its own container.',
          ];
        case 'dressing':
          return [
            `${product} is a dressing, and dressings clog a venturi.`,
            'Fill it from its own container.',
          ];
        case 'glass':
          return [
            `${product} is a glass cleaner, and this shop uses those ready to use: too strong, they streak.`,
            'Buy it ready to use, or have a manager allow a verified line in Shop.',
          ];
        case 'sheet':
          return [`${product} is never put through a dispenser.`, 'Mix it at the bench.'];
        case 'unknown':
          return [
            `Nobody has entered whether ${product} may go through a dispenser.`,
            'Have a manager read its sheet and enter it, or mix it at the bench.',
          ];
      }
    },

    'recipe.unknown': () => ['There is no such recipe.', FROM_LIST],
    'recipe.unpublished': ({ recipe }) => [
      `${recipe} is a draft: it is not published yet.`,
      'Have a manager publish it, or choose one that is.',
    ],
    'recipe.retired': ({ recipe }) => [`${recipe} has been retired.`, `Choose another. ${LEAVE}`],
    'recipe.changed': ({ recipe, soil, strength }) => [
      `${recipe} has been changed in between.${strength ? ` At ${SOIL_NAMES[soil]} it says ${formatStrength(strength)} now.` : ''}`,
      `Look again. ${LEAVE}`,
    ],
    'recipe.notFollowed': ({ recipe, soil, wrong, strength }) => [
      `${recipe} ${
        wrong === 'product'
          ? 'names another product'
          : wrong === 'delivery'
            ? 'is put on another way than from this vessel'
            : `says ${formatStrength(strength)}${wrong === 'panel' ? ' on the panel' : ''} at ${SOIL_NAMES[soil]}`
      }.`,
      `Look again. ${LEAVE}`,
    ],
    'recipe.notForThis': ({ recipe, soil, instead }) => [
      `${recipe} is not for ${SOIL_NAMES[soil]}.`,
      instead || 'Choose another level, or leave the recipe.',
    ],
    'recipe.reason': (facts) => {
      const [what, remedy] = finding(facts);
      return [`${what} It needs a reason.`, remedy];
    },
    'strength.readyToUse': ({ product }) => [
      `${product} is ready to use and must not be diluted.`,
      'Type "neat".',
    ],
    'dwell.order': ({ fromS, toS }) => [
      `Dwell from ${formatDuration(fromS)} is longer than to ${formatDuration(toS)}.`,
      'Type the shorter time first, such as 3 to 5 min.',
    ],
    'dwell.shortest': ({ fromS, shortestS }) => [
      `The shortest useful dwell, ${formatDuration(shortestS)}, is longer than dwell from, ${formatDuration(fromS)}.`,
      `Type from ${formatDuration(shortestS)}, or lower the shortest.`,
    ],
    'dwell.never': ({ product, longestS }) => [
      `${product} must never stay longer than ${formatDuration(longestS)}.`,
      `Type up to ${formatDuration(longestS)}; put it on a second time where that is not enough.`,
    ],

    'panel.impossible': ({ q, panel, enough }) => [
      `At a draw of ${short(q)} even neat product gives ${short(q)} on the panel, not ${short(panel)}.`,
      enough
        ? `Set the dial to ${enough.name}, which draws ${short(enough.q)}.`
        : 'Open the dial or fit a wider orifice and measure again, or put it on with a pump sprayer.',
    ],
    'line.tooWeak': ({ gives }) => [
      `The line gives ${formatStrength({ notation: 'parts', water: Number((1 / gives - 1).toPrecision(12)) })}, which is weaker than that.`,
      'Fit a wider tip and verify it, or mix this one by hand.',
    ],
    'density.unknown': ({ product }) => [
      `Nobody has entered how heavy ${product ?? 'the product'} is, so grams tell no volume.`,
      'Have a manager enter its density, or measure by volume.',
    ],
    'pail.heavier': () => [
      'Pail after is no lighter than before.',
      'Weigh both again: before the fill, and after it.',
    ],
    'line.total': () => ['Collected is nothing.', 'Type what came out altogether, such as 2 l.'],
    'line.product': () => [
      'Product used is nothing: the line draws water only.',
      'Look for air in the line, an empty pail, or a blocked tip.',
    ],
    'line.overTotal': () => [
      'Product used is as much as came out altogether.',
      'Measure both again: what the pail lost, and what was collected.',
    ],
    'line.noRuns': () => ['There is no fill yet.', 'Collect one, better three.'],
    'drain.seconds': ({ leastS }) => [
      `Time is not between ${leastS} seconds and an hour.`,
      'Start as the trigger is pulled and stop as it sucks air, or type seconds such as 95.',
    ],
    'drain.nothing': () => ['Drained is nothing.', 'Type what left the bottle, such as 800 ml.'],
    'drain.overBottle': ({ drainedUl, bottleUl }, units) => [
      `Drained is ${formatVolume(drainedUl, units)}, more than the ${formatVolume(bottleUl, units)} the bottle holds.`,
      'Type what really left the bottle.',
    ],
    'drain.flow': () => ['Flow is not a flow of water.', 'Type litres a minute, such as 6.4.'],
    'drain.overWhole': () => [
      'More would have left the bottle than left the nozzle.',
      'Measure the flow again with the cannon fitted, or look whether it is the water going in that was measured.',
    ],
    'drain.noRuns': () => ['There is no run yet.', 'Drain the bottle once, better three times.'],
    'flow.seconds': ({ leastS }) => [`Time to fill is not between ${leastS} seconds and an hour.`, FLOW_RUN],
    'tip.beyond': ({ mm: tip, fromMm, toMm }) => [
      `A tip of ${mm(tip)} is too far from those measured, ${fromMm === toMm ? mm(fromMm) : `${mm(fromMm)} to ${mm(toMm)}`}, to say what it gives.`,
      'Fit it and measure it.',
    ],
    'tip.none': ({ most }) =>
      most === null
        ? [
            'None of the tips at hand is near enough to those measured to say what it gives.',
            'Fit one and measure it.',
          ]
        : [
            `Every tip that can be told would come out stronger than ${formatStrength({ notation: 'percent', percent: most * 100 })}.`,
            'Get a finer tip.',
          ],
    'output.count': () => ['Squeezes is not a whole number from 5 to 500.', 'Count twenty into a measure.'],
    'output.seconds': () => ['Seconds is not between 3 and 3600.', 'Spray for a minute, such as 60.'],
    'output.nothing': () => ['Came out is nothing.', 'Type what the measure shows, such as 24 ml.'],
    'rate.count': () => ['How many is not between 0 and 100.', 'Type how many were done, such as 4.'],
    'rate.range': ({ mlPerM2 }) => [
      `Used comes to ${Number(mlPerM2.toPrecision(2))} ml a square metre, which can't be right.`,
      'Type what left the bottle, such as 180 ml, and what it was used on.',
    ],

    'field.said': ({ what, remedy }) => [written(what), written(remedy)],
    'field.refused': ({ reason, remedy }) => [reason, remedy],
    'vessel.none': () => [
      'Every vessel that suits it holds something else.',
      'Choose one, empty it and rinse it.',
    ],
    'recipe.gone': () => [
      'This recipe is not published, or no longer.',
      'Choose another from the list, or have a manager publish it.',
    ],
    'each.missing': () => ['Each takes is missing.', 'Type how much one takes, such as 400 ml.'],
    'bucket.shape': () => [
      'Nobody has entered the shape of this bucket, so towels can’t be worked out.',
      'Enter its shape in Rigs, or type how much to make.',
    ],
    'towels.count': () => ['Towels is not a whole number from 1 to 100.', 'Type how many, such as 10.'],
    'towel.size': () => ['Towel size is not a width and a length.', 'Type it like 40 x 40 cm.'],
    'towel.weight': () => ['Towel weight is not between 50 and 2000 g/m².', 'Type it like 300.'],
    'start.empty': (_, units) => [
      'Panel: nobody has measured it yet.',
      `Type what the thermometer says, such as ${formatTemperature(28, units)}.`,
    ],
    'publish.why': () => ['Why is empty.', 'Say in a few words what this is for: the crew reads it.'],
    'recipe.outOfUse': ({ what }) => [
      `${what} is out of use.`,
      'Choose what took its place, or retire the recipe.',
    ],
    'line.notThis': ({ typed, code }) => [
      `${typed} is not this line, which is ${code}.`,
      'Look whether you have the right line in hand.',
    ],
    'pail.notThere': ({ typed }) => [`${typed} is not on the shelf.`, 'Scan the code on the pail.'],
    'dwell.missing': ({ field }) => [`${field} is missing.`, 'Type all four times, or none.'],
    'flow.missing': () => ['Time to fill is empty.', 'Use the stopwatch, or type seconds.'],
    'connection.lost': () => [
      "The shop's machine can't be reached.",
      'Check the network and try again. Nothing typed here is lost.',
    ],
    'answer.unreadable': () => ["The shop's machine gave no readable answer.", 'Try again.'],
    'page.notFetched': () => ['This could not be fetched.', 'Check the connection, then try again.'],

    'clock.laid': ({ what }) => [
      {
        recipe: 'There is no such published recipe.',
        product: 'Product is not in use.',
        vessel: 'There is no such vessel.',
      }[what],
      FROM_LIST,
    ],
    'dwell.noPanels': () => ['No zone is chosen.', 'Choose at least one.'],
    'dwell.infeasible': ({ zone, applyS, shortestS, rinseS, rinseByS }) => [
      `Not even the ${zone} alone: laying takes ${floored(applyS)}, it has to work for ${floored(shortestS)}, rinsing takes ${floored(rinseS)}, and it has to be rinsed by ${floored(rinseByS)}.`,
      'Cool it and work in the shade, re-mist while it works, do half a panel at a time, or choose another method.',
    ],
    'dwell.freezing': ({ airC, overC }, units) => [
      `It is ${formatTemperature(airC, units)}: what is sprayed may freeze on the panel, in the locks and on the floor.`,
      `Wash indoors, or wait until the air is over ${formatTemperature(overC, units)}.`,
    ],
    'dwell.hot': ({ overC }, units) => [
      `Over ${formatTemperature(overC, units)} nothing dwells.`,
      'Wait for the evening, or wash indoors.',
    ],
    'dwell.wind': ({ overMs }, units) => [
      `Over ${formatWind(overMs, units)} of wind nothing stays where it is sprayed.`,
      'Wait until it drops, or wash indoors.',
    ],
    'dwell.hotPanel': ({ panelC, measured, underC }, units) => [
      `The panel is ${measured ? '' : 'about '}${formatTemperature(panelC, units)}: whatever is put on flashes off and marks it.`,
      `Cool it with plenty of water, or move it into the shade, until it is under ${formatTemperature(underC, units)}.`,
    ],

    'request.unreadable': () => ['The request is not readable.', 'Load the page again.'],
    'body.refused': ({ messages }) => [messages.join(' '), ''],
    'body.unkeepable': () => [
      'It holds characters that cannot be printed, is nested too deep, or has a field nobody knows.',
      'Type it again without unusual characters.',
    ],
    'body.notJson': () => ['The request is not JSON.', 'Send it as application/json.'],
    'body.unreadable': () => ['The request is not readable JSON.', 'Send a JSON object.'],
    'body.tooLarge': ({ mostBytes }) => {
      const most =
        mostBytes >= 1e6 ? `${Math.round(mostBytes / 1e6)} MB` : `${Math.round(mostBytes / 1024)} kB`;
      return [`What was sent is larger than the ${most} that are taken.`, 'Send less at once.'];
    },
    'address.unreadable': () => ['The address is not readable.', ''],
    'value.refused': () => [
      'Something that was sent can’t be kept as it is.',
      'Check dates, numbers and unusual characters, and send it again.',
    ],
    'reference.unknown': ({ what, line }) =>
      what === 'something'
        ? ['Something chosen here does not exist.', 'Load the page again and choose from the list.']
        : [
            `${line === undefined ? '' : `Line ${line}: `}${what === 'person' ? 'Who is not one of the crew.' : 'Product is not one this shop has.'}`,
            FROM_LIST,
          ],
    'not.found': ({ what }) => [
      `There is no such ${what}.`,
      what === 'recipe'
        ? 'Choose one from the book; drafts are seen by managers alone.'
        : 'Go back and choose one from the list.',
    ],
    'name.taken': ({ by }) => [
      `Name is taken: another ${by === 'recipe' ? 'recipe' : 'one'} already has it.`,
      'Type a different name.',
    ],
    'interface.notBuilt': () => ['The interface is not built.', ''],
    fault: () => ['Something went wrong in the program; nothing was booked.', 'Try again.'],
    'program.stopping': () => [
      'The program is being stopped on the shop’s machine.',
      'Try again when it runs again.',
    ],
    'disk.full': ({ leftBytes }) => [
      `Nothing can be booked: the disk the books lie on is full${leftBytes === null ? '' : `, with ${inMegabytes(leftBytes)} left`}.`,
      'Make room on that machine, then do it again. What you typed stays here.',
    ],
    'books.damaged': ({ what, remedy }) => [`The books are damaged: ${what}.`, remedy],
    'origin.other': () => ['This came from a page of another site.', "Use the shop's own address."],
    'host.unknown': () => [
      'This is not the shop’s own address.',
      'Open the address that was printed where the program was started.',
    ],
    'key.missing': () => [
      'The command carries no usable Idempotency-Key.',
      'Send 8 to 80 letters, digits or dashes that no other command of yours has.',
    ],
    'key.reused': () => [
      'What was sent from here before got no answer, and this is something else (its Idempotency-Key was used already).',
      'Look whether that one was booked; then do this again.',
    ],
    'revision.missing': () => [
      'The change does not say which revision it was made from.',
      'Send the revision as If-Match.',
    ],
    'revision.old': () => ['Someone else has changed this in between.', 'Look at both and choose.'],
    'filter.unreadable': ({ name, choices }) => [
      `"${name}" can't be filtered by what was asked.`,
      choices
        ? `Choose one of: ${choices.join(', ')}.`
        : name === 'before'
          ? 'Give the "next" of the page before.'
          : 'Give a day such as 2026-05-04.',
    ],
    'when.future': () => ['When is in the future.', 'Set this device’s clock, then try again.'],
    'when.tooLongAgo': ({ days }) =>
      days === 1
        ? ['When is over a day ago.', 'Enter what is still true now, or have a lead enter it.']
        : [`When is over ${days} days ago.`, 'Count the container instead.'],
    'when.beforeBegun': ({ what }) => [
      `${{ laid: 'It was laid', ended: 'It ended', dried: 'It was seen to dry' }[what]} before it was begun.`,
      'Give a time after the last thing laid.',
    ],

    'session.none': () => ['Nobody is signed in here.', 'Sign in with your PIN.'],
    'session.locked': () => ['This tablet is locked.', 'Type your PIN, or hand it over.'],
    'role.tooLow': ({ needed, role }) => [
      `This is for a ${needed}; you are signed in as a ${role}.`,
      `Ask a ${needed} to do it.`,
    ],
    'pin.differs': () => ['The two PINs are not the same.', 'Type the same four digits twice.'],
    'pin.none': () => ['There is no PIN for this name yet.', 'A manager gives one, under Crew.'],
    'pin.wrong': ({ left }) => [
      'PIN is not the right one.',
      `Try again: ${left} ${left === 1 ? 'try' : 'tries'} left before a wait. A manager can set a new PIN.`,
    ],
    'pin.locked': ({ seconds }) => [
      'PIN was wrong too many times.',
      `Wait ${seconds > 90 ? `${Math.ceil(seconds / 60)} minutes` : `${seconds} seconds`}, or ask a manager to set a new PIN.`,
    ],
    'signIn.flood': () => ['Too many tries from this address.', 'Wait a minute.'],
    'shop.there': () => ['This shop is already set up.', 'Sign in with your PIN.'],
    'setup.locked': ({ seconds }) => [
      'The set-up code was wrong too many times.',
      `Wait ${seconds} seconds, then copy the six digits printed where the program was started.`,
    ],
    'setup.code': () => [
      'Set-up code is not the one printed where the program was started.',
      'Copy the six digits printed there.',
    ],
    'override.notManager': () => ['Manager is not one.', 'Have a manager type their own name and PIN.'],
    'people.noManager': () => [
      'This is the last manager: a shop without one could not be run.',
      'Make someone else a manager first.',
    ],
    'note.notYours': () => ['This note is somebody else’s.', 'Ask them, or a manager, to take it back.'],
    'zone.unknown': () => [
      'Time zone is not one the books know.',
      'Type a zone such as Europe/London or America/Chicago.',
    ],

    'container.open': ({ code }) => [`${code} is already open.`, 'Pour from it.'],
    'container.sealed': ({ code }) => [`${code} is sealed.`, 'Open it first.'],
    'container.empty': ({ code }) => [`${code} is empty by the books.`, 'Put it away instead.'],
    'container.notEmpty': ({ code }) => [`${code} is not empty by the books.`, 'Pour what is left first.'],
    'container.noRoom': ({ code, roomUl }, units) => [
      `${code} has room for ${formatVolume(roomUl, units)} more.`,
      'Type less, or choose another container.',
    ],
    'container.there': ({ code }) => [`${code} stands there already.`, 'Choose another place.'],
    'container.onShelf': ({ code, place }) => [
      `${code} stands in ${place} by the books.`,
      'Move it, if it stands somewhere else.',
    ],
    'late.notYours': () => ['Who: only a lead enters what somebody else poured.', 'Choose yourself.'],
    'waste.tooMuch': ({ overUl, todayUl }, units) => [
      `Waste over ${formatVolume(overUl, units)} a day is booked by a lead${todayUl > 0 ? `, and you have booked ${formatVolume(todayUl, units)} today` : ''}.`,
      'Ask a lead to look at it and book it, or a manager for their word here.',
    ],
    'decant.same': () => ['A container is not filled from itself.', 'Choose another.'],
    'decant.otherProduct': ({ code, holds, wanted }) => [
      `${code} holds ${holds}: products are never combined.`,
      `Choose a container of ${wanted}, or a new one.`,
    ],
    'decant.room': () => ['Size is less than what is to go in.', 'Give a larger one, or decant less.'],
    'decant.product': () => ['Its product is no longer in use.', 'Use what is left, or return it.'],
    'lot.heldAlready': () => ['This lot is on hold already.', NOTHING_MORE],
    'lot.keeps': ({ code, lot }) => [
      `${code} holds some of lot ${lot.toUpperCase()}, and that is on hold.`,
      'Only a manager takes it out of a lot that is on hold.',
    ],
    'receipt.decanted': ({ code, from }) => [
      `${code} was filled from ${from} and has no receipt of its own.`,
      `Put right what ${from} came with.`,
    ],
    'receipt.supplier': ({ code, came }) =>
      came
        ? ['Supplier is empty.', 'Say who it came from.']
        : [`Supplier: ${code} came with no delivery.`, 'Leave it out.'],
    'count.open': ({ code }) => [
      `Where: ${code} of this place is still open.`,
      'Go on with that one, or discard it first.',
    ],
    'count.over': ({ code, state }) => [`${code} is ${state}.`, 'Start a new one.'],
    'count.nothing': () => ['Nothing was counted yet.', 'Count a container first.'],
    'count.noReason': ({ code }) => [
      `Why: ${code} is different and nobody has said why.`,
      'Choose a reason; that nobody knows is one.',
    ],
    'count.large': ({ code, overUl }, units) => [
      `${code} is off by more than ${formatVolume(overUl, units)}: that is a manager’s to accept.`,
      'Have a manager close it, or give their word here.',
    ],
    'count.pouredSince': ({ code }) => [`${code} was poured from since it was counted.`, 'Count it again.'],
    'undo.filledSince': () => [
      'The vessel it was in holds something else by now, and two mixes are never in one vessel.',
      'Undo what was filled in since first, or leave it.',
    ],
    'undo.usedSince': () => [
      'What this put in place has been used since, so it can no longer be taken back.',
      'Undo the later movement first.',
    ],
    'correction.line': () => [
      'It was filled from a dispenser line, which draws from one container only.',
      'Take it back instead.',
    ],
    'correction.twoSources': () => [
      'It was poured from two containers.',
      'Take it back instead, and pour it from the right one.',
    ],
    'correction.same': ({ code }) => [
      `Poured from: ${code} is what is booked already.`,
      'Choose the one it really came from.',
    ],
    'correction.sealed': ({ code }) => [
      `Poured from: ${code} is sealed.`,
      'Open it first, if it was poured from.',
    ],
    'import.empty': () => [
      'The file is not one of comma-separated values, or is empty.',
      'Save it as CSV, in UTF-8, with the names of the columns in the first line.',
    ],
    'import.characters': () => ['The file holds characters that can’t be kept.', 'Save it as CSV, in UTF-8.'],
    'import.tooLong': ({ most }) => [`The file has over ${most} rows.`, 'Split it in two.'],
    'import.manager': () => ['A lead adds containers and jobs alone.', 'Ask a manager to do it.'],
    'import.state': ({ state }) => [
      {
        checking: 'It is still being read.',
        ready: 'It waits to be booked.',
        refused: 'It can’t be read.',
        booking: 'It is being booked, and is carried through.',
        done: 'It is booked already.',
        cancelled: 'It was cancelled.',
        failed: 'It stopped at a fault of the program.',
      }[state],
      state === 'refused' ? 'Put the file right and choose it again.' : 'Choose the file again, if need be.',
    ],
    'import.unreadable': ({ columns }) => [
      `The file has no column called ${columns.join(', ')}.`,
      'The first line names the columns; take the example to start from.',
    ],
    'row.notChoice': ({ field, choices }) => [
      `${field} is none of the choices.`,
      `Write one of: ${choices.join(', ')}.`,
    ],
    'row.product': () => [
      'Product is not one this shop has.',
      'Write it as it is called here, or add the product first.',
    ],
    'row.overSize': () => ['In it now is more than the container holds.', 'Write less, or a larger size.'],
    'row.nothing': () => ['In it now is nothing.', 'Leave empty containers out.'],
    'row.notYesNo': ({ field }) => [`${field} is neither yes nor no.`, 'Write yes or no.'],
    'row.tooLong': ({ field, most }) => [`${field} is too long.`, `Write at most ${most} characters.`],
    'row.noName': ({ field }) => [`${field} is empty.`, 'Write its name.'],
    'row.taken': ({ field }) => [
      `${field} is there already, in the shop or further up in the file.`,
      'Leave this row out, or write another name.',
    ],
    'row.range': ({ field, least, most }) => [
      `${field} is not what it can be.`,
      `Write a number from ${least} to ${most}, or nothing.`,
    ],
    'row.noStrength': () => [
      'The recipe has no strength at any level.',
      'Write at least one, such as 1:10 under Grime.',
    ],
    'setUp.notThere': ({ list, name }) => [
      `There is no ${SET_UP_ONE[list]} called ${name}, in the shop or in the file.`,
      'Put it into the file too, or add it here first.',
    ],
    'setUp.notJson': () => [
      'The file is not a set-up file.',
      'Choose one that was downloaded here, or written as docs/set-up-file.md says.',
    ],

    'printer.none': () => [
      'No label printer is connected to the shop’s machine.',
      'Open the label as a PDF and print it on any printer.',
    ],
    'instrument.cannot': () => ['That can’t be done to this instrument.', 'Use what it offers.'],
    'station.cannot': () => ['That can’t be done to this station.', 'Use what it offers.'],
    'label.size': ({ sizes, most }) => [
      'There is no such size of label, or number of copies.',
      `Choose one of: ${sizes.join(', ')}, and from 1 to ${most} copies.`,
    ],
    'rig.noDraw': ({ vessel }) => [
      `Vessel: ${vessel} delivers what is in it as it is: there is no draw to measure.`,
      ANOTHER,
    ],
    'rig.retired': ({ vessel }) => [`Vessel: ${vessel} has been retired.`, ANOTHER],
    'rig.dialGone': () => ['Dial position is not there any more.', 'Choose where the dial is set.'],
    'rig.machineGone': () => ['Machine: that machine is not in use any more.', ANOTHER],
    'rig.noRuns': () => ['Runs: every run was left out.', 'Keep at least one.'],
    'calibration.newer': ({ by, q }) => [
      `${by} measured this in between and found ${short(q)}.`,
      LOOK_AT_BOTH,
    ],
    'check.newer': ({ by }) => [`${by} verified this line in between.`, LOOK_AT_BOTH],
    'line.empty': ({ line }) => [
      `No pail is connected to ${line} yet.`,
      'Do a changeover first: match a pail to it and fit a tip.',
    ],
    'line.mismatch': ({ typed, code }) => [
      `Line ${typed} is not this one, which is ${code}.`,
      'Scan the label on the line you have in hand.',
    ],
    'line.notFlushed': ({ product }) => [
      `Flushed: ${product} is still in the line.`,
      'Run water through it until it comes clear, then tick that it is flushed.',
    ],
    'line.notLabelled': () => [
      'Labelled: nobody could tell what the line gives.',
      'Put the new label on the line, then tick it.',
    ],
    'pail.unknown': ({ typed }) => [
      `Pail ${typed} is not on the shelf.`,
      'Scan the code on the pail, such as P-14.',
    ],
    'pail.sealed': ({ code }) => [`Pail ${code} is not open yet.`, 'Open it in Stock first.'],
    'tip.unknown': () => ['Tip is not one of this dispenser’s.', FROM_LIST],

    'strength.endsReversed': () => [
      'Label strength: the end of its range is not stronger than its start.',
      'Give the weaker end first, such as 1:20 up to 1:10.',
    ],
    'replaces.unknown': () => [
      'Replaces is not another product of this shop.',
      'Choose one from the list, or nothing.',
    ],
    'sheet.type': () => [
      'Safety data sheet is not a PDF, PNG or JPEG file.',
      'Choose the sheet as a PDF, or a photograph of it, of at most 10 MB.',
    ],
    'recipe.noProduct': () => ['Product is not there any more.', FROM_LIST],
    'recipe.productRetired': ({ recipe, product }) => [
      `${recipe}: ${product} has been retired.`,
      'Choose the product that took its place, bring the old one back, or retire the recipe.',
    ],
    'recipe.vesselRetired': ({ recipe }) => [
      `${recipe}: its vessel is out of use.`,
      'Choose a vessel that is in use.',
    ],
    'recipe.dial': ({ vessel, some }) => [
      `Dial position is none of ${vessel}’s.`,
      some ? FROM_LIST : 'Add its dial positions in Rigs first.',
    ],
    'recipe.noDraft': () => ['There is no draft of this recipe any more.', 'Look at the list again.'],
    'recipe.noLevels': ({ recipe }) => [
      `${recipe} is for no soil level at all.`,
      'Give at least one level a strength.',
    ],
    'trial.same': () => ['Both halves are the same mix.', 'Choose another strength or product for one.'],
    'trial.product': () => ['Product is not in use.', FROM_LIST],
    'plan.word': () => [
      'That is left to a manager.',
      'Have a manager give their word here, or plan it without.',
    ],
    'job.ended': ({ state }) => [
      state === 'done' ? 'It is done already.' : 'It was cancelled already.',
      'Put it back on the list first.',
    ],
    'order.draftThere': ({ code }) => [
      `${code} is being drafted for that supplier already.`,
      `Change ${code}, or discard it first.`,
    ],
    'order.notDraft': ({ code }) => [
      `${code} is no draft any more.`,
      'Take the sending back first, or start another order.',
    ],
    'order.isDraft': ({ code }) => [`${code} is a draft already.`, NOTHING_MORE],
    'order.notSent': ({ code }) => [
      `${code} is not on its way: it was not sent, or it was closed.`,
      'Send it first, or book the delivery without an order.',
    ],
    'order.came': ({ code }) => [
      `Something of ${code} came already.`,
      'Close it, where the rest isn’t coming.',
    ],
    'order.otherSupplier': ({ code, supplier }) => [
      `${code} was sent to ${supplier}.`,
      `Name ${supplier} as the supplier, or book the delivery without the order.`,
    ],
    'job.waits': () => ['It waits already.', NOTHING_MORE],
    'run.there': ({ vehicle, by }) => [
      `${vehicle} is being done already: ${by} began it.`,
      'Join that run, or have it ended first.',
    ],
    'run.over': ({ vehicle }) => [
      `The run of ${vehicle} was ended before that.`,
      'Take its end back, where it goes on; else note by hand what was done.',
    ],
    'photo.notPicture': () => [
      'That is not a picture that can be read.',
      'Take the photo again, or choose a JPEG or PNG file.',
    ],
    'photo.many': ({ most }) => [
      `This visit has ${most} photos already.`,
      'Delete one that is not needed first.',
    ],
    'job.dayFull': ({ day, most }) => [
      `${day} has ${most} vehicles already.`,
      'Choose another day, or cancel one of that day.',
    ],
    'calendar.unreadable': () => [
      'That is no calendar.',
      'Choose a calendar file, which ends in .ics, as a calendar saves it.',
    ],
    'calendar.noName': () => ['It has no name.', 'Name it in the calendar by vehicle or plate.'],
    'calendar.recurs': () => ['It comes again and again.', 'Enter it for each day by itself.'],
    'calendar.calledOff': () => [
      'It was called off.',
      'Enter it in the calendar anew if it comes after all.',
    ],
    'calendar.noDay': () => ['Its day can’t be read.', 'Give it a day between 1990 and 2200.'],
    'clock.ended': ({ by, afterS }) => [
      `${by} ended it after ${formatDuration(afterS)}.`,
      'Nothing is left to do, or take the end back.',
    ],
    'clock.tooLate': () => ['It ended over ten minutes ago.', 'Start a new clock.'],
    'clock.twice': ({ name, place, by }) => [
      `${name} is running in ${place} already: ${by} started it.`,
      'Use that one, or say that this is another.',
    ],
    'drying.water': () => ['Rinse water teaches nothing about a product.', 'Dry it before it spots.'],
    'weather.unknown': () => [
      'What the weather was is not known.',
      'Type the weather first, then say it again.',
    ],
    'restore.clocksRun': ({ clocks }) => {
      const where = clocks.map(({ name, place }) => `${name} in ${place}`).join(', ');
      const [runs, them] = clocks.length > 1 ? ['Clocks run', 'them'] : ['A clock runs', 'it'];
      return [
        `${runs}: ${where}.`,
        `Rinse and end ${them} first: the books of that backup do not know ${them}.`,
      ];
    },
  },
};
