import { DELIVERIES, DELIVERY_NAMES } from '#core/products/delivery.ts';
import { HAZARD_NAMES, HAZARDS, SURFACE_NAMES, SURFACES } from '#core/products/record.ts';
import { usualTraits } from '#core/products/starts.ts';
import { TRAIT_NAMES, TRAITS, type Trait, type TraitState } from '#core/safety/traits.ts';
import { t } from '../../lib/speech.ts';
import { Fold } from '../../ui/Fold.tsx';
import { ChoiceField, NoteField, TextField, TickField } from '../../ui/FormFields.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { TickList, TriTable } from '../../ui/TriTable.tsx';
import type { TextForm } from '../../ui/useTextForm.ts';
import type { ProductTyped } from './productTyped.ts';
import { PROTECTION_NAMES, THICKNESS_NAMES } from './productWords.ts';

const USUAL_WORDS: Partial<Record<TraitState, string>> = { usuallyYes: 'yes', usuallyNo: 'no' };

type Of = { of: TextForm<ProductTyped> };

const optionsOf = <K extends string>(names: Record<K, string>) =>
  (Object.keys(names) as K[]).map((value) => ({ value, name: names[value] }));

/** What it is: chemistry, thickness, storage. */
export function Facts({ of }: Of) {
  const { record, gPerMl } = of.form.watch();
  return (
    <Fold
      of={of}
      name={t('What it is')}
      says={[
        record.phNeat && t('pH {0} neat', record.phNeat),
        gPerMl && `${gPerMl} g/ml`,
        THICKNESS_NAMES()[record.thickness],
        record.useByDays && t('a mix keeps {0} days', record.useByDays),
      ]
        .filter(Boolean)
        .join(', ')}
    >
      <div className="grid items-start gap-4 sm:grid-cols-2 lg:grid-cols-4">
        <TextField of={of} name="record.phNeat" hint={t('Empty: not known')} />
        <TextField of={of} name="record.phUse" hint={t('Empty: not known')} />
        <TextField of={of} name="gPerMl" hint={t('g/ml, for a scale and g/L')} />
        <TextField of={of} name="capUl" hint={t('What one holds, as 7.5 ml')} />
        <ChoiceField of={of} name="record.thickness" options={optionsOf(THICKNESS_NAMES())} />
        <ChoiceField
          of={of}
          name="record.protection"
          label={t('To wax and sealant')}
          options={optionsOf(PROTECTION_NAMES())}
        />
        <TextField of={of} name="record.storeFromC" hint={t('Degrees C: frost')} />
        <TextField of={of} name="record.storeToC" hint={t('Degrees C: heat')} />
        <TextField of={of} name="record.useByDays" hint={t('Days, for its use-by')} />
        <TextField
          of={of}
          name="record.reorderUl"
          hint={t('All of it in the shop. Empty: as the open one nears its end.')}
        />
        <TextField of={of} name="record.roomUl" hint={t('An order never brings more than has room.')} />
        <TickField of={of} name="shakeFirst" label={t('Shake the container first')} />
        <TickField of={of} name="suds" label={t('It foams')} />
      </div>
    </Fold>
  );
}

/** What it is good on, and what it is put on with. */
export function GoodOn({ of }: Of) {
  const { surfaces, delivery } = of.form.watch('record');
  const never = SURFACES.filter((s) => surfaces[s] === 'no').map((s) => t(SURFACE_NAMES[s]));
  return (
    <Fold
      of={of}
      name={t('Where and with what')}
      says={[
        delivery.map((d) => t(DELIVERY_NAMES[d])).join(', '),
        never.length > 0 && t('never on {0}', never.join(', ').toLowerCase()),
      ]
        .filter(Boolean)
        .join('; ')}
    >
      <div className="grid gap-8 lg:grid-cols-2">
        <TriTable
          of={of}
          at="record.surfaces"
          caption={t('Surfaces')}
          rows={SURFACES.map((key) => ({ key, name: t(SURFACE_NAMES[key]) }))}
          answers={[
            { value: 'yes', name: t('good on') },
            { value: 'no', name: t('never') },
            { value: 'unknown', name: t('not known') },
          ]}
        />
        <div>
          <h3 className="caps text-muted">{t('Put on with')}</h3>
          <TickList
            of={of}
            at="record.delivery"
            options={DELIVERIES.map((value) => ({ value, name: t(DELIVERY_NAMES[value]) }))}
          />
          {of.faultAt('record.delivery') && <Refusal problem={of.faultAt('record.delivery')} />}
        </div>
      </div>
    </Fold>
  );
}

/** What it can do to whoever mixes it, and what they put on. */
export function ToMix({ of }: Of) {
  const { hazards, care } = of.form.watch('record');
  const asked = [care.gloves && t('Nitrile gloves'), care.eyes && t('Eye cover'), care.air && t('Fresh air')];
  return (
    <Fold
      of={of}
      name={t('To mix it')}
      says={[...hazards.map((h) => t(HAZARD_NAMES[h])), ...asked.filter(Boolean)].join(', ').toLowerCase()}
    >
      <div className="grid gap-8 lg:grid-cols-2">
        <div>
          <h3 className="caps text-muted">{t('Hazards, as they stand on every label')}</h3>
          <TickList
            of={of}
            at="record.hazards"
            options={HAZARDS.map((value) => ({ value, name: t(HAZARD_NAMES[value]) }))}
          />
        </div>
        <div>
          <h3 className="caps text-muted">{t('It asks for')}</h3>
          <div className="grid grid-cols-2 gap-x-4">
            <TickField of={of} name="record.care.gloves" label={t('Nitrile gloves')} />
            <TickField of={of} name="record.care.eyes" />
            <TickField of={of} name="record.care.air" />
            <TickField of={of} name="record.care.acknowledge" label={t('Must confirm before each pour')} />
            <TickField of={of} name="record.care.signOff" label={t('Only people signed off')} />
          </div>
        </div>
      </div>
    </Fold>
  );
}

/** What its safety data sheet says: traits that decide what it may meet, first aid, spills. */
export function Safety({ of }: Of) {
  const usual = usualTraits(of.form.watch('record.family'));
  const traits = of.form.watch('traits');
  const holds = TRAITS.filter((trait) => traits[trait] === 'yes').map((trait) => t(TRAIT_NAMES[trait]));
  const open = TRAITS.filter((trait) => traits[trait] === 'unknown' || traits[trait] === 'usual').length;
  return (
    <Fold
      of={of}
      name={t('By its safety data sheet')}
      says={[...holds, open > 0 && t('{0} still to be looked up', open)].filter(Boolean).join(', ')}
    >
      <p className="mb-3 max-w-3xl text-muted">
        {t(
          'Acid, chlorine and sulfide decide what it may follow in a vessel. What is not known, or varies from product to product, counts as there until somebody has read the sheet. The sheet decides.',
        )}
      </p>
      <div className="grid gap-8 lg:grid-cols-2">
        <TriTable
          of={of}
          at="traits"
          caption={t('Traits')}
          rows={TRAITS.map((key) => ({ key, name: t(TRAIT_NAMES[key]) }))}
          answers={[
            { value: 'yes', name: t('yes') },
            { value: 'no', name: t('no') },
            { value: 'unknown', name: t('not known') },
            { value: 'usual', name: t('usual, check the sheet') },
          ]}
          noted={{ value: 'usual', words: (key) => USUAL_WORDS[usual[key as Trait]] ?? 'varies' }}
        />
        <div className="flex flex-col gap-4">
          <NoteField of={of} name="record.firstAid" />
          <NoteField of={of} name="record.spill" label={t('If it is spilt')} />
        </div>
      </div>
    </Fold>
  );
}
