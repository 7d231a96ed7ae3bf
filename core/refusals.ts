import type { Delivery } from './products/delivery.ts';
import type { Trait } from './safety/traits.ts';
import type { SoilLevel } from './soil/soil.ts';
import type { Strength } from './strength/notation.ts';
import type { DayOrder, UnitSystem } from './units/units.ts';

/** What somebody typed into a field, by the name the field has on the screen. */
type Typed = { readonly field: string };

/** What is typed into a field, which decides what an example of it looks like. */
export type Like =
  | 'number'
  | 'volume'
  | 'strength'
  | 'duration'
  | 'durationRange'
  | 'temperature'
  | 'humidity'
  | 'wind'
  | 'flow'
  | 'mass'
  | 'hardness'
  | 'howMany'
  | 'days'
  | 'upTo50'
  | 'seconds'
  | 'minutes'
  | 'grams'
  | 'gramsPerM2'
  | 'mlPerM2'
  | 'centimetres'
  | 'millimetres'
  | 'millimetresDeep'
  | 'bar'
  | 'share';
type LikeIt = Typed & { readonly like?: Like };

/** Why something that is named can't be used. */
export type Unusable = 'gone' | 'retired' | 'putAway' | 'otherProduct' | 'sealed' | 'twice';

/** Where a product would meet another. */
export type MeetingPlace =
  | { readonly kind: 'vessel' | 'line'; readonly name: string }
  | { readonly kind: 'panel' | 'sideBySide' };

/**
 * Each refusal of the core by its code, with the facts it knows: volumes in microlitres, times in seconds, temperatures in
 * degrees C, wind in m/s, shares from 0 to 1. The sentences are made of them elsewhere, for each language and unit system.
 */
export type Refusals = {
  // What is typed
  'number.missing': LikeIt;
  'number.unreadable': LikeIt & { readonly typed: string };
  'number.negative': LikeIt;
  'number.ambiguous': Typed & { readonly typed: string };
  'unit.ambiguous': Typed & { readonly typed: string; readonly word: string };
  'unit.unknown': Typed & { readonly typed: string };
  'volume.noNumber': Typed & { readonly typed: string };
  'volume.noUnit': Typed & { readonly typed: string; readonly system: UnitSystem };
  'volume.unreadable': Typed;
  'volume.negative': Typed;
  'volume.zero': Typed;
  'volume.tooLarge': Typed;
  'depth.unknown': Typed;
  'duration.range': LikeIt & { readonly mostS: number };
  'duration.unit': Typed & { readonly typed: string };
  'flow.unreadable': Typed & { readonly typed: string };
  'flow.unit': Typed & { readonly typed: string };
  'flow.range': Typed;
  'mass.unit': LikeIt;
  'mass.range': LikeIt;
  'temperature.range': Typed & { readonly leastC: number; readonly mostC: number };
  'weather.humidity': Typed;
  'weather.wind': Typed & { readonly overMs: number | null };
  'hardness.unit': Typed & { readonly typed: string };
  'hardness.range': Record<never, never>;
  'money.range': Typed;
  'time.unreadable': Typed;
  'day.unreadable': Typed & { readonly typed: string; readonly order: DayOrder };
  'day.none': Typed & { readonly typed: string };
  'strength.missing': Typed;
  'strength.range': Typed & { readonly typed: string; readonly part: boolean };
  'strength.sameEnds': Typed;
  'strength.threeNumbers': Typed & { readonly numbers: number };
  'strength.noNotation': Typed & { readonly typed: string };
  /** What was typed stops before what the product goes into. */
  'strength.half': Typed & {
    readonly typed: string;
    /** A whole one that begins like it. */
    readonly such: string;
  };
  'strength.unreadable': Typed & { readonly typed: string };
  'strength.bareBeside': Typed & {
    readonly typed: string;
    readonly bare: string;
    /** The two ways it can be meant, as they would be typed. */
    readonly meant: readonly { readonly text: string; readonly parts: boolean }[];
  };
  'strength.grams': Typed;
  'strength.gramsPer': Typed;
  'strength.nothing': Typed;
  'strength.noProduct': Typed;
  'strength.noWater': Typed;
  'strength.overNeat': Typed;

  // What is mixed
  'product.readyToUse': Record<never, never>;
  'total.overFillLimit': { readonly totalUl: number; readonly roomUl: number };
  'total.underSmallest': { readonly totalUl: number; readonly smallestUl: number };
  'total.tooLittle': Record<never, never>;
  'strength.tooWeak': { readonly totalUl: number };
  'strength.notMeasurable': { readonly productUl: number; readonly finestUl: number };
  'leftover.overVessel': { readonly ul: number; readonly roomUl: number };
  'merge.differentProducts': Record<never, never>;
  'merge.noRoom': { readonly totalUl: number; readonly roomUl: number };
  'vessel.occupied': { readonly vessel: string; readonly product: string; readonly ul: number };
  'vessel.changed': {
    readonly vessel: string;
    readonly now: { readonly code: string; readonly product: string; readonly ul: number } | null;
  };
  'product.overVessel': {
    readonly productUl: number;
    readonly totalUl: number;
    readonly roomUl: number;
    readonly takesUl: number;
  };
  'water.neat': Record<never, never>;
  'water.overVessel': {
    readonly waterUl: number;
    readonly totalUl: number;
    readonly roomUl: number;
    readonly mostUl: number;
  };
  'vehicles.count': Record<never, never>;
  'waste.tooMuch': { readonly overUl: number; readonly todayUl: number };
  'stock.tooWeak': Record<never, never>;
  'equivalence.overNeat': Record<never, never>;
  'made.noProduct': Record<never, never>;
  'calibrate.count': Record<never, never>;
  'calibrate.reading': Record<never, never>;

  // What is booked
  'leftover.different': { readonly vessel: string; readonly product: string; readonly mixed: boolean };
  'equipment.unusable': {
    readonly what: 'product' | 'vessel' | 'productOrVessel' | 'container' | 'secondContainer';
    readonly why: Unusable;
    readonly code?: string;
  };
  'mix.changed': {
    readonly of: 'product' | 'stock' | 'line' | 'merge';
    readonly waterUl?: number;
    readonly productUl?: number;
  };
  'stock.none': Record<never, never>;
  'line.unverified': { readonly line: string; readonly why: 'never' | 'fault' };
  'merge.notHeld': Record<never, never>;
  'merge.moreThanHeld': { readonly vessel: string; readonly heldUl: number };
  'merge.sameVessel': Record<never, never>;
  'pour.filledSince': { readonly vessel: string };
  'found.tooMuch': { readonly code: string; readonly missingUl: number | 'fromSecond' };
  'container.full': { readonly code: string; readonly sizeUl: number };
  'batch.takenBack': { readonly code: string };
  'batch.short': { readonly code: string; readonly heldUl: number };
  'stock.short': {
    readonly code: string;
    readonly heldUl: number;
    readonly wantedUl: number;
    /** What it is wanted for, where it is not a mix. */
    readonly wantedFor?: 'given' | 'decant' | 'waste' | 'correction';
    /** The second container, where both together are short. */
    readonly and?: string;
  };
  'rest.unneeded': { readonly code: string };
  'rest.nothingFirst': { readonly code: string; readonly rest: string };
  'lot.held': { readonly code: string; readonly lot: string; readonly words: string };
  'receipt.same': Record<never, never>;
  'receipt.noReason': { readonly code: string };
  'receipt.moreDrawn': { readonly code: string; readonly drawnUl: number };
  'receipt.holdsMore': { readonly code: string; readonly heldUl: number };
  'undo.done': Record<never, never>;
  'undo.notPour': Record<never, never>;
  'undo.notYours': { readonly may: 'leadToday' | 'own' | 'ownFor'; readonly minutes: number };
  'photo.notYours': { readonly minutes: number };
  'undo.overfull': { readonly code: string; readonly wouldHoldUl: number; readonly sizeUl: number };
  'count.belowEmpty': { readonly tareG: number };
  'count.tooDeep': { readonly highMm: number; readonly kind: string };
  'count.overfull': { readonly by: 'weight' | 'volume' };

  // What may be mixed, and with what
  'safety.gas': {
    readonly where: MeetingPlace;
    readonly other: string;
    readonly pair: 'acidChlorine' | 'acidSulfide';
  };
  'safety.unknown': {
    readonly where: MeetingPlace;
    readonly other: string;
    readonly next: string;
    readonly unknown: readonly { readonly name: string; readonly trait: Trait }[];
  };
  'note.hold': { readonly product: string; readonly words: string };
  'note.unread': { readonly product: string; readonly words: string };
  'safety.notSignedOff': { readonly product: string };
  'safety.notAcknowledged': { readonly product: string };
  'delivery.unsuited': {
    readonly product: string;
    readonly means: Delivery;
    readonly gel: boolean;
    readonly suits: readonly Delivery[];
  };
  'ph.acid': { readonly is: boolean };
  'ph.strongAlkali': { readonly is: boolean };
  'dispense.never': {
    readonly product: string;
    readonly why: 'readyToUse' | 'dressing' | 'glass' | 'sheet' | 'unknown';
  };

  // Recipes
  'recipe.unknown': Record<never, never>;
  'recipe.unpublished': { readonly recipe: string };
  'recipe.retired': { readonly recipe: string };
  'recipe.changed': {
    readonly recipe: string;
    readonly soil: SoilLevel;
    readonly strength: Strength | null;
  };
  'recipe.notFollowed': {
    readonly recipe: string;
    readonly soil: SoilLevel;
    readonly wrong: 'product' | 'delivery' | 'bottle' | 'panel';
    readonly strength: Strength;
  };
  'recipe.notForThis': { readonly recipe: string; readonly soil: SoilLevel; readonly instead: string };
  'recipe.reason': FindingFacts;
  'strength.readyToUse': { readonly product: string };
  'dwell.order': { readonly fromS: number; readonly toS: number };
  'dwell.shortest': { readonly fromS: number; readonly shortestS: number };
  'dwell.never': { readonly product: string; readonly longestS: number };

  // What delivers it
  'panel.impossible': {
    readonly q: number;
    readonly panel: number;
    readonly enough: { readonly name: string; readonly q: number } | null;
  };
  'line.tooWeak': { readonly gives: number };
  'density.unknown': { readonly product: string | null };
  'pail.heavier': Record<never, never>;
  'line.total': Record<never, never>;
  'line.product': Record<never, never>;
  'line.overTotal': Record<never, never>;
  'line.noRuns': Record<never, never>;
  'drain.seconds': { readonly leastS: number };
  'drain.nothing': Record<never, never>;
  'drain.overBottle': { readonly drainedUl: number; readonly bottleUl: number };
  'drain.flow': Record<never, never>;
  'drain.overWhole': Record<never, never>;
  'drain.noRuns': Record<never, never>;
  'flow.seconds': { readonly leastS: number };
  'tip.beyond': { readonly mm: number; readonly fromMm: number; readonly toMm: number };
  'tip.none': { readonly most: number | null };
  'output.count': Record<never, never>;
  'output.seconds': Record<never, never>;
  'output.nothing': Record<never, never>;
  'rate.count': Record<never, never>;
  'rate.range': { readonly mlPerM2: number };

  // How long it works
  'clock.laid': { readonly what: 'recipe' | 'product' | 'vessel' };
  'dwell.noPanels': Record<never, never>;
  'dwell.infeasible': {
    readonly zone: string;
    readonly applyS: number;
    readonly shortestS: number;
    readonly rinseS: number;
    readonly rinseByS: number;
  };
  'dwell.freezing': { readonly airC: number; readonly overC: number };
  'dwell.hot': { readonly overC: number };
  'dwell.wind': { readonly overMs: number };
  'dwell.hotPanel': { readonly panelC: number; readonly measured: boolean; readonly underC: number };
};

/** What lies outside a limit of a recipe, and the limit. */
export type FindingFacts = {
  readonly finding:
    | 'overLabel'
    | 'underLabel'
    | 'overCeiling'
    | 'underFloor'
    | 'overLongest'
    | 'underShortest';
  /** The limit: a share, or seconds of a dwell. */
  readonly limit: number;
  /** What a share is of. */
  readonly basis: 'bottle' | 'panel' | 'bucket';
  /** The draw between bottle and panel; 1 where there is none. */
  readonly q: number;
};
