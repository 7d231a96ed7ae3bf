import { SCHOOL_IDS, type SchoolId, type Schools, schoolOptions, whySchool } from '#core/planning/schools.ts';
import { t } from '../lib/speech.ts';
import { ChoiceField } from '../ui/FormFields.tsx';
import type { TextForm } from '../ui/useTextForm.ts';
import type { ShopTyped } from './shopTyped.ts';

const WORDS: () => { [K in SchoolId]: Record<Schools[K], string> } = () => ({
  lightWash: { hose: t('with a hose'), rinseless: t('rinseless') },
  wheelsWhen: { first: t('before the body'), last: t('after the body') },
  soakWhen: { beforeFoam: t('soaked before the foam'), afterFoam: t('soaked after the foam, what is left') },
  contactShampoo: { neutral: t('neutral'), protective: t('protective') },
  clay: { whenPolished: t('where polish follows'), never: t('never') },
  drying: { withAid: t('with a drying aid'), plain: t('without anything') },
});

/** What a shop chose, in a few words. */
export const schoolWord = (id: SchoolId, option: string): string =>
  (WORDS()[id] as Record<string, string>)[option] ?? option;

/** How vehicles are washed where practitioners disagree: each with why it is usually so. Plans go by it. */
export function WashSchools({ of }: { of: TextForm<ShopTyped> }) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      {SCHOOL_IDS.map((id) => (
        <ChoiceField
          key={id}
          of={of}
          name={`schools.${id}`}
          hint={t('Usually: {0}. {1}', schoolWord(id, schoolOptions(id)[0] as string), t(...whySchool(id)))}
          options={schoolOptions(id).map((value) => ({ value, name: schoolWord(id, value) }))}
        />
      ))}
    </div>
  );
}

/** What the shop does otherwise than usual, in a line. */
export const washSchoolsSaid = (schools: Schools): string => {
  const other = SCHOOL_IDS.filter((id) => schools[id] !== schoolOptions(id)[0]);
  return other.length === 0 ? t('as usual') : other.map((id) => schoolWord(id, schools[id])).join(', ');
};
