import { useState } from 'react';
import { Link } from 'react-router';
import { IMPORT_KINDS } from '#contract/imports.ts';
import { refuse } from '#contract/refusals.ts';
import type { SetUpLine, SetUpList, SetUpReport } from '#contract/setUpFile.ts';
import { post } from '../lib/api.ts';
import { said, t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { KIND_NAMES } from '../stock/incoming/kindNames.ts';
import { Button, PaperLink } from '../ui/Button.tsx';
import { FileDrop } from '../ui/FileDrop.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { Table } from '../ui/Table.tsx';
import { Tick } from '../ui/Tick.tsx';
import { SetUpPage } from './SetUpPage.tsx';

const LIST_NAMES: () => Record<SetUpList, string> = () => ({
  places: t('Place'),
  devices: t('Machine'),
  measures: t('Measure'),
  vessels: t('Vessel'),
  products: t('Product'),
  recipes: t('Recipe'),
  people: t('Person'),
});

type Asked = { file: unknown; publish: string | null };

/** All a shop is set up with, brought in or taken out as one file: looked through before anything is added. */
export default function SetUpFromFile() {
  const [asked, setAsked] = useState<Asked | null>(null);
  const [unread, setUnread] = useState(false);
  const looking = useCommand(
    (of: Asked) => post<SetUpReport>('/opening/set-up', { ...of, preview: true }),
    (_report, of) => setAsked(of),
  );
  const adding = useCommand((of: Asked) => post<SetUpReport>('/opening/set-up', { ...of, preview: false }));
  const look = (of: Asked) => {
    adding.forget();
    looking.run(of);
  };
  const choose = async (chosen: File) => {
    setAsked(null);
    setUnread(false);
    looking.forget();
    adding.forget();
    try {
      look({ file: JSON.parse(await chosen.text()), publish: t('From a set-up file') });
    } catch {
      setUnread(true);
    }
  };
  const report = adding.answer ?? looking.answer;
  return (
    <SetUpPage title={t('Set up from a file')}>
      <div className="flex max-w-5xl flex-col gap-8">
        {!(asked && report) && (
          <>
            <FileDrop
              accept=".json,application/json"
              busy={looking.waiting}
              choose={(file) => void choose(file)}
            >
              {t(
                'Places, machines, measures, vessels, products, recipes and people from another shop, or written by hand. You see what it would add first; what is here already, by its name, is left as it is.',
              )}
            </FileDrop>
            <section aria-label={t('From spreadsheets')}>
              <h2 className="mb-2">{t('From spreadsheets')}</h2>
              <p className="mb-3 max-w-3xl">
                {t(
                  'What the shop keeps in spreadsheets comes in as CSV, one kind at a time. Dates and prices are read as your country writes them; rows that can’t be are put right on the page.',
                )}
              </p>
              <ul className="flex flex-wrap gap-x-8">
                {IMPORT_KINDS.map((kind) => (
                  <li key={kind}>
                    <Link className="inline-flex min-h-12 items-center" to={`/stock/import?of=${kind}`}>
                      {KIND_NAMES()[kind]}
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
            <section aria-label={t('This shop as a file')}>
              <h2 className="mb-2">{t('This shop as a file')}</h2>
              <p className="mb-3 max-w-3xl">
                {t(
                  'All of the above as it is here now, to set up a second shop or to keep. No stock, no PINs, nothing anybody did: that is in the backups.',
                )}
              </p>
              <PaperLink href="/api/opening/set-up">{t('Download the set-up')}</PaperLink>
            </section>
          </>
        )}
        {unread && <Refusal problem={refuse('setUp.notJson', {})} />}
        {looking.refusal && <Refusal problem={looking.refusal} />}
        {asked && report && (
          <Found
            lines={report.lines}
            added={adding.answer !== undefined}
            publish={asked.publish !== null}
            busy={looking.waiting || adding.waiting}
            setPublish={(on) => look({ ...asked, publish: on ? t('From a set-up file') : null })}
            add={() => adding.run(asked)}
            again={() => setAsked(null)}
          />
        )}
        {adding.refusal && <Refusal problem={adding.refusal} />}
      </div>
    </SetUpPage>
  );
}

function Found(props: {
  lines: readonly SetUpLine[];
  added: boolean;
  publish: boolean;
  busy: boolean;
  setPublish: (on: boolean) => void;
  add: () => void;
  again: () => void;
}) {
  const { lines, added, publish, busy, setPublish, add, again } = props;
  const of = (outcome: SetUpLine['outcome']) => lines.filter((l) => l.outcome === outcome);
  const [fresh, there, refused] = [of('new'), of('there'), of('refused')];
  const drafts = fresh.filter((l) => l.refusals.length > 0);
  const [recipes, people] = [fresh.some((l) => l.list === 'recipes'), fresh.some((l) => l.list === 'people')];
  return (
    <section aria-label={t('What it says')} className="flex flex-col gap-4">
      <p role="status" className="text-lg">
        {added
          ? t(
              'Added: {0}. Left as they are: {1}. Not added: {2}.',
              fresh.length,
              there.length,
              refused.length,
            )
          : t(
              'To be added: {0}. Here already, left as they are: {1}. Can’t be added: {2}.',
              fresh.length,
              there.length,
              refused.length,
            )}
      </p>
      {drafts.length > 0 && (
        <p>{t('{0} recipes can’t be published as they are, and wait as drafts.', drafts.length)}</p>
      )}
      {!added && recipes && (
        <Tick checked={publish} set={setPublish} disabled={busy}>
          {t('Publish the recipes at once')}
        </Tick>
      )}
      <div className="flex flex-wrap items-center gap-x-5 gap-y-3">
        {!added && fresh.length > 0 && (
          <Button look="main" disabled={busy} onClick={add}>
            {t('Add {0}', fresh.length)}
          </Button>
        )}
        <Button disabled={busy} onClick={again}>
          {t('Another file')}
        </Button>
        {added && people && <Link to="/crew">{t('Give each of the crew a PIN')}</Link>}
        {added && recipes && <Link to="/recipes">{t('To the recipes')}</Link>}
      </div>
      <Table
        rows={[...refused, ...drafts, ...fresh.filter((l) => l.refusals.length === 0), ...there]}
        keyOf={(l) => `${l.list} ${l.name} ${l.outcome}`}
        onPhone="stacks"
        columns={[
          { name: t('Name'), value: (l) => l.name, show: (l) => <strong>{l.name}</strong> },
          { name: t('What it is'), value: (l) => LIST_NAMES()[l.list] },
          { name: t('What happens'), value: (l) => outcomeOf(l, added) },
          {
            name: t('Why not'),
            value: (l) => l.refusals.map((r) => said(r).reason).join(' '),
            show: (l) => (
              <strong className="text-stop">{l.refusals.map((r) => said(r).reason).join(' ')}</strong>
            ),
          },
          { name: t('What would work'), value: (l) => l.refusals.map((r) => said(r).remedy).join(' ') },
        ]}
      />
    </section>
  );
}

function outcomeOf({ outcome, refusals, list }: SetUpLine, added: boolean): string {
  if (outcome === 'refused') return added ? t('not added') : t('can’t be added');
  if (outcome === 'there') return t('left as it is');
  if (refusals.length > 0) return added ? t('added as a draft') : t('will be added as a draft');
  if (list === 'people') return added ? t('added, without a PIN') : t('will be added, without a PIN');
  return added ? t('added') : t('will be added');
}
