import { RULES } from '@/core/audit/rules';
import { listDrawings } from '@/server/drawings';
import { beginDraft, edition, editionInForce, listEditions } from '@/server/editions';
import { usesOnFile } from '@/server/uses';
import { StandardPlace } from '@/ui/standard/StandardPlace';

export const metadata = { title: 'Standard' };

interface Props {
  readonly searchParams: Promise<{ edition?: string; view?: string; from?: string }>;
}

const editionOf = (id: string | undefined) => (id && /^\d+$/.test(id) ? edition(Number(id)) : null);

export default async function StandardPage({ searchParams }: Props) {
  const { edition: wanted, view, from } = await searchParams;
  // The very first visit begins with a blank draft: there is nothing else to show.
  const shown = editionOf(wanted) ?? editionInForce() ?? beginDraft();
  // Listed after the visit may have begun a draft.
  const editions = listEditions();
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
      rules={RULES.map(({ meta }) => meta)}
    />
  );
}
