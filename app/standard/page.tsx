import { RULES } from '@/core/audit/rules';
import { settingFields } from '@/core/audit/settings';
import { listDrawings } from '@/server/drawings';
import { blankEdition, edition, editionInForce, listEditions } from '@/server/editions';
import { usesOnFile } from '@/server/uses';
import { StandardPlace } from '@/ui/standard/StandardPlace';

export const metadata = { title: 'Standard' };

interface Props {
  readonly searchParams: Promise<{ edition?: string; view?: string; from?: string }>;
}

const editionOf = (id: string | undefined) => (id && /^\d+$/.test(id) ? edition(Number(id)) : null);

export default async function StandardPage({ searchParams }: Props) {
  const { edition: wanted, view, from } = await searchParams;
  // An office that has nothing yet sees what a draft begins with; the first edit stores it.
  const shown = editionOf(wanted) ?? editionInForce() ?? blankEdition();
  const editions = shown.id === 0 ? [shown] : listEditions();
  const last = editions.find(({ number }) => number < shown.number);
  return (
    <StandardPlace
      key={`${shown.id}-${shown.version}`}
      editions={editions}
      shown={shown}
      before={editionOf(from) ?? (last ? edition(last.id) : null)}
      view={view ?? 'layers'}
      uses={usesOnFile()}
      drawings={
        view === 'learn'
          ? listDrawings()
              .filter(({ state }) => state === 'ready')
              .map(({ id, name, sender }) => ({ id, name, sender }))
          : []
      }
      rules={RULES.map(({ meta: { settings, ...meta } }) => ({ ...meta, settings: settingFields(settings) }))}
    />
  );
}
