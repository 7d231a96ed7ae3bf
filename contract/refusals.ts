import { refuser } from '#core/outcome.ts';
import type { Sentence } from '#core/say.ts';
import type { ImportState } from './imports.ts';
import type { Role } from './roles.ts';
import type { SetUpList } from './setUpFile.ts';

type None = Record<never, never>;
type Coded = { readonly code: string };
type Field = { readonly field: string };

/** What screen and server refuse beside the core, by its code, with the facts it knows. Units as in the core's. */
export type ContractRefusals = {
  // What is typed
  /** What a schema says of a field, and what would work, each by its English. */
  'field.said': { readonly what: Sentence; readonly remedy: Sentence };
  'field.refused': { readonly reason: string; readonly remedy: string };

  // The Bench
  'vessel.none': None;
  'recipe.gone': None;
  'each.missing': None;
  'bucket.shape': None;
  'towels.count': None;
  'towel.size': None;
  'towel.weight': None;

  // Recipes and products
  'publish.why': None;
  'recipe.outOfUse': { readonly what: string };
  'dwell.missing': Field;

  // Rigs, clocks and pages
  'line.notThis': { readonly typed: string; readonly code: string };
  'pail.notThere': { readonly typed: string };
  'start.empty': None;
  'flow.missing': None;
  'page.notFetched': None;
  'connection.lost': None;
  'answer.unreadable': None;

  // What the server answers
  'request.unreadable': None;
  'body.refused': { readonly messages: readonly string[] };
  'body.unkeepable': None;
  'body.notJson': None;
  'body.unreadable': None;
  'body.tooLarge': { readonly mostBytes: number };
  'address.unreadable': None;
  'value.refused': None;
  'reference.unknown': { readonly what: 'product' | 'person' | 'something'; readonly line?: number };
  'not.found': { readonly what: string };
  'name.taken': { readonly by: 'another' | 'recipe' };
  'interface.notBuilt': None;
  fault: None;
  'program.stopping': None;
  'disk.full': { readonly leftBytes: number | null };
  'books.damaged': { readonly what: string; readonly remedy: string };
  'origin.other': None;
  'host.unknown': None;
  'key.missing': None;
  'key.reused': None;
  'revision.missing': None;
  'revision.old': None;
  'filter.unreadable': { readonly name: string; readonly choices?: readonly string[] };
  'when.future': None;
  'when.tooLongAgo': { readonly days: number };
  'when.beforeBegun': { readonly what: 'laid' | 'ended' | 'dried' };

  // People
  'session.none': None;
  'session.locked': None;
  'role.tooLow': { readonly needed: Role; readonly role: Role };
  'pin.differs': None;
  'pin.wrong': { readonly left: number };
  'pin.none': None;
  'pin.locked': { readonly seconds: number };
  'signIn.flood': None;
  'shop.there': None;
  'setup.locked': { readonly seconds: number };
  'setup.code': None;
  'override.notManager': None;
  'people.noManager': None;
  'note.notYours': None;
  'zone.unknown': None;

  // Stock
  'container.open': Coded;
  'container.sealed': Coded;
  'container.empty': Coded;
  'container.notEmpty': Coded;
  'container.noRoom': Coded & { readonly roomUl: number };
  'container.there': Coded;
  'container.onShelf': Coded & { readonly place: string };
  'late.notYours': None;
  'decant.same': None;
  'decant.otherProduct': Coded & { readonly holds: string; readonly wanted: string };
  'decant.room': None;
  'decant.product': None;
  'lot.heldAlready': None;
  'lot.keeps': Coded & { readonly lot: string };
  'receipt.decanted': Coded & { readonly from: string };
  'receipt.supplier': Coded & { readonly came: boolean };
  'count.open': Coded;
  'count.over': Coded & { readonly state: 'closed' | 'dropped' };
  'count.nothing': None;
  'count.noReason': Coded;
  'count.large': Coded & { readonly overUl: number };
  'count.pouredSince': Coded;
  'undo.filledSince': None;
  'undo.usedSince': None;
  'correction.line': None;
  'correction.twoSources': None;
  'correction.same': Coded;
  'correction.sealed': Coded;
  'import.empty': None;
  'import.characters': None;
  'import.tooLong': { readonly most: number };
  'import.manager': None;
  'import.state': { readonly state: ImportState };
  'import.unreadable': { readonly columns: readonly string[] };
  'row.notChoice': Field & { readonly choices: readonly string[] };
  'row.product': None;
  'row.overSize': None;
  'row.nothing': None;
  'row.notYesNo': Field;
  'row.tooLong': Field & { readonly most: number };
  'row.noName': Field;
  'row.taken': Field;
  'row.range': Field & { readonly least: number; readonly most: number };
  'row.noStrength': None;
  'setUp.notThere': { readonly list: SetUpList; readonly name: string };
  'setUp.notJson': None;

  // Rigs and devices
  'printer.none': None;
  'instrument.cannot': None;
  'station.cannot': None;
  'label.size': { readonly sizes: readonly string[]; readonly most: number };
  'rig.noDraw': { readonly vessel: string };
  'rig.retired': { readonly vessel: string };
  'rig.dialGone': None;
  'rig.machineGone': None;
  'rig.noRuns': None;
  'calibration.newer': { readonly by: string; readonly q: number };
  'check.newer': { readonly by: string };
  'line.empty': { readonly line: string };
  'line.mismatch': { readonly typed: string; readonly code: string };
  'line.notFlushed': { readonly product: string };
  'line.notLabelled': None;
  'pail.unknown': { readonly typed: string };
  'pail.sealed': Coded;
  'tip.unknown': None;

  // Products, recipes and clocks
  'strength.endsReversed': None;
  'replaces.unknown': None;
  'sheet.type': None;
  'recipe.noProduct': None;
  'recipe.productRetired': { readonly recipe: string; readonly product: string };
  'recipe.vesselRetired': { readonly recipe: string };
  'recipe.dial': { readonly vessel: string; readonly some: boolean };
  'recipe.noDraft': None;
  'recipe.noLevels': { readonly recipe: string };
  'trial.same': None;
  'trial.product': None;
  'plan.word': None;
  'job.ended': { readonly state: string };
  'job.waits': None;
  'run.there': { readonly vehicle: string; readonly by: string };
  'run.over': { readonly vehicle: string };
  'photo.notPicture': None;
  'photo.many': { readonly most: number };
  'order.draftThere': Coded;
  'order.notDraft': Coded;
  'order.isDraft': Coded;
  'order.notSent': Coded;
  'order.came': Coded;
  'order.otherSupplier': Coded & { readonly supplier: string };
  'job.dayFull': { readonly day: string; readonly most: number };
  'calendar.unreadable': None;
  'calendar.noName': None;
  'calendar.recurs': None;
  'calendar.calledOff': None;
  'calendar.noDay': None;
  'clock.ended': { readonly by: string; readonly afterS: number };
  'clock.tooLate': None;
  'clock.twice': { readonly name: string; readonly place: string; readonly by: string };
  'drying.water': None;
  'weather.unknown': None;
  'restore.clocksRun': { readonly clocks: readonly { readonly name: string; readonly place: string }[] };
};

export const refuse = refuser<ContractRefusals>();
