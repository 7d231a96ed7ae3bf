import type { Shop } from '#contract/shop.ts';
import type { Assessment, AxleId, Brake, OrUnknown, Sized, WheelFinish } from '#core/planning/assessment.ts';
import {
  BRAKES,
  FOLLOWS,
  GLAZINGS,
  PROTECTIONS,
  SPECIALS,
  STANDS,
  WHEEL_FINISHES,
} from '#core/planning/assessment.ts';
import { BODIES, BODY_NAMES, type Body } from '#core/soil/bodies.ts';
import { SOIL_KIND_NAMES, SOIL_KINDS } from '#core/soil/soil.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Folded } from '../ui/Folded.tsx';
import { ListField } from '../ui/Labelled.tsx';
import { Tick } from '../ui/Tick.tsx';
import {
  BRAKE_WORDS,
  FIELD_WORDS,
  FINISH_WORDS,
  FOLLOW_WORDS,
  GLAZING_WORDS,
  PROTECTION_WORDS,
  SPECIAL_WORDS,
  STAND_WORDS,
} from './planWords.ts';

type Say = (more: { [K in keyof Assessment]?: Assessment[K] | undefined }) => void;
type Props = { seen: Sized; say: Say };

const options = <T extends string>(values: readonly T[], words: Record<T, string>) =>
  values.map((value) => ({ value, name: words[value] }));

/** What can be said of a vehicle, each with a tap; what nobody said stands there as assumed. */
export function Answers({ seen, say }: Props) {
  const { shop } = useSession();
  const assumed = (field: keyof Sized & keyof Assessment) =>
    seen.assumed.includes(field) ? t('assumed') : undefined;
  const words = FIELD_WORDS();
  const tick = (
    field:
      | 'looseGrit'
      | 'stuckFilm'
      | 'hot'
      | 'beads'
      | 'swirled'
      | 'runOffBan'
      | 'bayNear'
      | 'touchless'
      | 'marring',
  ) => (
    <Tick key={field} checked={seen[field]} set={(on) => say({ [field]: on })}>
      {words[field]}
    </Tick>
  );
  const ticked = <
    F extends
      | 'looseGrit'
      | 'stuckFilm'
      | 'hot'
      | 'beads'
      | 'swirled'
      | 'runOffBan'
      | 'bayNear'
      | 'touchless'
      | 'marring',
  >(
    fields: readonly F[],
  ) => fields.filter((field) => seen[field]).map((field) => words[field]);
  const several = <T extends string>(
    field: 'specials' | 'kinds',
    value: T,
    has: readonly T[],
    name: string,
  ) => (
    <Tick
      key={value}
      checked={has.includes(value)}
      set={(on) => say({ [field]: on ? [...has, value] : has.filter((other) => other !== value) })}
    >
      {name}
    </Tick>
  );
  const axles = [
    ...new Set(Object.values(seen.axles).flatMap((a) => [BRAKE_WORDS()[a.brake], FINISH_WORDS()[a.finish]])),
  ];
  const so = (said: readonly (string | undefined)[]) => said.filter(Boolean).join(', ');
  const grid = 'grid grid-cols-2 gap-x-4';
  return (
    <div className="border-b border-hairline">
      <Folded
        name={t('On the paint')}
        says={so([
          t('protection {0}', PROTECTION_WORDS()[seen.protection]),
          assumed('protection'),
          ...ticked(['looseGrit', 'stuckFilm', 'hot', 'beads']),
        ])}
      >
        <div className={grid}>{(['looseGrit', 'stuckFilm', 'hot', 'beads'] as const).map(tick)}</div>
        <ListField
          label={words.protection}
          bay
          hint={assumed('protection')}
          value={seen.protection}
          options={options(['unknown', ...PROTECTIONS] as const, PROTECTION_WORDS())}
          onChange={(protection) => say({ protection: protection as Sized['protection'] })}
        />
      </Folded>
      <Folded name={words.axles} says={so([...axles, assumed('axles')])}>
        <WheelAnswers seen={seen} say={say} assumed={assumed('axles')} />
      </Folded>
      <Folded
        name={t('Water, place and people')}
        says={so([
          waterWords(seen, shop),
          seen.minutes === null ? undefined : t('{0} min', seen.minutes),
          seen.assumed.includes('stands') ? undefined : STAND_WORDS()[seen.stands[0] ?? 'open'],
          seen.people === 2 ? t('two at once') : undefined,
          !seen.drain ? t('No drain here') : undefined,
          ...ticked(['runOffBan', 'bayNear']),
        ])}
      >
        <WaterAnswers seen={seen} say={say} />
        <div className={`mt-3 ${grid}`}>
          <Tick checked={!seen.drain} set={(none) => say({ drain: !none })}>
            {t('No drain here')}
          </Tick>
          {(['runOffBan', 'bayNear'] as const).map(tick)}
        </div>
      </Folded>
      <Folded
        name={words.follows}
        says={so([...seen.follows.map((f) => FOLLOW_WORDS()[f]), ...ticked(['touchless', 'marring'])])}
      >
        <div className={grid}>
          {FOLLOWS.map((follow) => (
            <Tick
              key={follow}
              checked={seen.follows.includes(follow)}
              set={(on) => {
                const follows = on ? [...seen.follows, follow] : seen.follows.filter((f) => f !== follow);
                say({ follows: follows.length > 0 ? follows : undefined });
              }}
            >
              {FOLLOW_WORDS()[follow]}
            </Tick>
          ))}
          {(['touchless', 'marring'] as const).map(tick)}
        </div>
      </Folded>
      <Folded
        name={t('What is special')}
        says={so([
          ...seen.specials.map((s) => SPECIAL_WORDS()[s]),
          ...seen.kinds.map((k) => t(SOIL_KIND_NAMES[k])),
          ...(seen.kinds.length > 0 ? [assumed('kinds')] : []),
          ...ticked(['swirled']),
        ])}
      >
        <div className={grid}>
          {SPECIALS.map((special) => several('specials', special, seen.specials, SPECIAL_WORDS()[special]))}
          {tick('swirled')}
          {SOIL_KINDS.map((kind) => several('kinds', kind, seen.kinds, t(SOIL_KIND_NAMES[kind])))}
        </div>
        <ListField
          label={words.glazing}
          bay
          hint={assumed('glazing')}
          value={seen.glazing}
          options={options(['unknown', ...GLAZINGS] as const, GLAZING_WORDS())}
          onChange={(glazing) => say({ glazing: glazing as Sized['glazing'] })}
        />
      </Folded>
    </div>
  );
}

function waterWords({ water }: Sized, shop: Shop): string {
  if (water.kind === 'carried') return t('{0} carried', formatVolume(water.litres * 1_000_000, shop.units));
  return water.kind === 'hose' ? t('a hose') : t('no water');
}

/** How large it is. */
export function BodyField({ seen, say }: Props) {
  return (
    <ListField
      label={FIELD_WORDS().body}
      bay
      hint={seen.assumed.includes('body') ? t('assumed') : undefined}
      value={seen.body}
      options={BODIES.map((value) => ({ value, name: t(BODY_NAMES[value]) }))}
      onChange={(body) => say({ body: body as Body })}
    />
  );
}

function WheelAnswers({ seen, say, assumed }: Props & { assumed: string | undefined }) {
  const set = (axle: AxleId, more: Partial<Sized['axles'][AxleId]>) =>
    say({ axles: { ...seen.axles, [axle]: { ...seen.axles[axle], ...more } } });
  const names: Record<AxleId, { brake: string; finish: string }> = {
    front: { brake: t('Front brakes'), finish: t('Front wheels') },
    rear: { brake: t('Rear brakes'), finish: t('Rear wheels') },
  };
  return (
    <div className="grid items-start gap-4 sm:grid-cols-2">
      {(['front', 'rear'] as const).map((axle) => (
        <div key={axle} className="grid grid-cols-2 gap-4 sm:contents">
          <ListField
            label={names[axle].brake}
            bay
            hint={assumed}
            value={seen.axles[axle].brake}
            options={options([...BRAKES, 'unknown'] as const, BRAKE_WORDS())}
            onChange={(brake) => set(axle, { brake: brake as OrUnknown<Brake> })}
          />
          <ListField
            label={names[axle].finish}
            bay
            hint={assumed}
            value={seen.axles[axle].finish}
            options={options([...WHEEL_FINISHES, 'unknown'] as const, FINISH_WORDS())}
            onChange={(finish) => set(axle, { finish: finish as OrUnknown<WheelFinish> })}
          />
        </div>
      ))}
    </div>
  );
}

/** Litres people carry, and minutes they have. */
const CARRIED_L = [4, 8, 16, 40];
const MINUTES = [15, 20, 30, 45, 60, 90];
/** How warm a closed place usually is, in degrees C. */
const INSIDE_C = [5, 10, 15, 20, 25];

function WaterAnswers({ seen, say }: Props) {
  const { shop } = useSession();
  const words = FIELD_WORDS();
  const water = seen.water.kind === 'carried' ? `carried ${seen.water.litres}` : seen.water.kind;
  const litres = seen.water.kind === 'carried' ? [...new Set([...CARRIED_L, seen.water.litres])] : CARRIED_L;
  return (
    <div className="grid items-start gap-4 sm:grid-cols-2">
      <ListField
        label={words.water}
        bay
        value={water}
        options={[
          { value: 'hose', name: t('a hose') },
          ...litres.map((l) => ({
            value: `carried ${l}`,
            name: t('{0} carried', formatVolume(l * 1_000_000, shop.units)),
          })),
          { value: 'none', name: t('none') },
        ]}
        onChange={(value) =>
          say({
            water:
              value === 'hose' || value === 'none'
                ? { kind: value }
                : { kind: 'carried', litres: Number(value.split(' ')[1]) },
          })
        }
      />
      <ListField
        label={words.minutes}
        bay
        value={seen.minutes === null ? 'any' : String(seen.minutes)}
        options={[
          { value: 'any', name: t('no limit') },
          ...MINUTES.map((m) => ({ value: String(m), name: t('{0} min', m) })),
        ]}
        onChange={(value) => say({ minutes: value === 'any' ? undefined : Number(value) })}
      />
      <ListField
        label={words.stands}
        bay
        value={seen.stands[0] ?? 'open'}
        options={options(STANDS, STAND_WORDS())}
        onChange={(stand) => say({ stands: [stand as Sized['stands'][number]] })}
      />
      {seen.stands.includes('closed') && (
        <ListField
          label={words.closedC}
          bay
          hint={seen.assumed.includes('closedC') ? t('assumed') : undefined}
          value={String(seen.closedC)}
          options={[...new Set([...INSIDE_C, seen.closedC])].map((c) => ({
            value: String(c),
            name: formatTemperature(c, shop.units),
          }))}
          onChange={(c) => say({ closedC: Number(c) })}
        />
      )}
      <ListField
        label={words.people}
        bay
        hint={seen.assumed.includes('people') ? t('assumed') : undefined}
        value={String(seen.people)}
        options={[
          { value: '1', name: t('one') },
          { value: '2', name: t('two at once') },
        ]}
        onChange={(people) => say({ people: people === '2' ? 2 : 1 })}
      />
    </div>
  );
}
