import { ScanLine } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { atLeast, type Role } from '#contract/roles.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import {
  containersQuery,
  missingQuery,
  peopleQuery,
  productsQuery,
  recipesQuery,
  vesselsQuery,
} from '../state/queries.ts';
import { announceScan } from '../state/scanner.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { TextInput } from '../ui/Field.tsx';
import { CameraScan } from './CameraScan.tsx';
import { placesOf } from './places.ts';

const MOST = 12;

/** Pages of the books that are not places of their own. */
const PAGES: () => { path: string; name: string; needed: Role }[] = () => [
  { path: '/stock/movements', name: t('Movements'), needed: 'technician' },
  { path: '/stock/costs', name: t('What it cost'), needed: 'technician' },
  { path: '/stock/containers', name: t('Containers as a table'), needed: 'technician' },
  { path: '/stock/counts', name: t('Counts'), needed: 'lead' },
  { path: '/stock/trail', name: t('Trail'), needed: 'lead' },
  { path: '/stock/orders', name: t('Orders'), needed: 'lead' },
  { path: '/stock/delivery', name: t('A delivery'), needed: 'lead' },
  { path: '/stock/import', name: t('From a spreadsheet'), needed: 'lead' },
];

/**
 * Finds anything by name, code or label and goes there.
 *
 * @param scan opened with the camera on
 */
export default function Find({ close, scan = false }: { close: () => void; scan?: boolean }) {
  const navigate = useNavigate();
  const { who } = useSession();
  const [wanted, setWanted] = useState('');
  const [at, setAt] = useState(0);
  const [camera, setCamera] = useState(scan);
  const { data: containers = [] } = useQuery(containersQuery);
  const { data: products = [] } = useQuery(productsQuery);
  const { data: vessels = [] } = useQuery(vesselsQuery);
  const { data: people = [] } = useQuery(peopleQuery);
  const { data: recipes = [] } = useQuery(recipesQuery);

  const { data: missing = [] } = useQuery(missingQuery);

  const lots = [...new Set([...containers, ...missing].map((c) => c.lot).filter(Boolean))];
  const everything: { path: string; name: string; also?: string; what: string }[] = [
    ...containers.map((c) => ({
      path: `/stock/containers/${c.id}`,
      name: `${c.code} ${c.productName}`,
      also: c.lot,
      what: c.placeName,
    })),
    ...missing.map((c) => ({
      path: `/stock/containers/${c.id}`,
      name: `${c.code} ${c.productName}`,
      also: c.lot,
      what: t('missing'),
    })),
    ...lots.map((lot) => ({
      path: `/stock/lots/${encodeURIComponent(lot)}`,
      name: t('Lot {0}', lot),
      what: t('lot'),
    })),
    ...vessels.flatMap((v) =>
      v.holds
        ? [
            {
              path: `/stock/batches/${v.holds.batchId}`,
              name: `${v.holds.code} ${v.holds.productName}`,
              what: v.name,
            },
          ]
        : [],
    ),
    ...recipes.map(({ id, code, draft, published }) => ({
      path: `/recipes/${id}`,
      name: `${code} ${(draft ?? published)?.name}`,
      what: t('recipe'),
    })),
    ...products.map((p) => ({ path: `/stock/products/${p.id}`, name: p.name, what: t('product') })),
    ...vessels.map((v) => ({ path: `/rigs/vessels/${v.id}`, name: v.name, what: t('vessel') })),
    ...people.filter((p) => !p.retired).map((p) => ({ path: `/crew/${p.id}`, name: p.name, what: p.role })),
    ...placesOf(who.role).map((p) => ({ path: p.path, name: p.name, what: t('place') })),
    ...PAGES()
      .filter((p) => atLeast(who.role, p.needed))
      .map((p) => ({ ...p, what: t('in Stock') })),
  ];
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const found = everything
    .filter(({ name, also = '' }) => words.every((w) => `${name} ${also}`.toLowerCase().includes(w)))
    .slice(0, MOST);
  const go = (path: string | undefined) => {
    if (!path) return;
    navigate(path);
    close();
  };

  return (
    <Dialog title={t('Find')} close={close}>
      {camera && (
        <div className="px-5 pt-4">
          <CameraScan
            heard={(code) => {
              close();
              announceScan(code);
            }}
          />
        </div>
      )}
      <div className="flex gap-3 p-5 pb-3">
        <TextInput
          autoFocus={!scan}
          aria-label={t('What to find')}
          role="combobox"
          aria-expanded
          aria-controls="found"
          aria-activedescendant={found[at] ? `found-${at}` : undefined}
          value={wanted}
          placeholder={t('P-3, R-1, a lot, foam, bucket, a name')}
          onChange={(e) => {
            setWanted(e.target.value);
            setAt(0);
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1));
            else if (e.key === 'ArrowUp') setAt(Math.max(at - 1, 0));
            else if (e.key === 'Enter') go(found[at]?.path);
            else return;
            e.preventDefault();
          }}
        />
        {!camera && (
          <Button className="shrink-0" onClick={() => setCamera(true)}>
            <ScanLine aria-hidden size={20} className="mr-2" />
            {t('Scan')}
          </Button>
        )}
      </div>
      <div id="found" role="listbox" aria-label={t('Found')} className="pb-3">
        {found.map(({ path, name, what }, i) => (
          <button
            type="button"
            key={path + name}
            id={`found-${i}`}
            role="option"
            aria-selected={i === at}
            onClick={() => go(path)}
            className="flex min-h-12 w-full items-center justify-between gap-3 px-5 text-left aria-selected:bg-ink aria-selected:text-ground"
          >
            <span>{name}</span>
            <span className="text-[0.9rem] opacity-80">{what}</span>
          </button>
        ))}
      </div>
      {found.length === 0 && (
        <p className="px-5 pb-5">
          {t('Nothing here is called that. Try a part of the name, or a code such as P-3.')}
        </p>
      )}
    </Dialog>
  );
}
