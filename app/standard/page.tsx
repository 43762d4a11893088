import { beginDraft, edition, editionInForce, listEditions } from '@/server/editions';
import { StandardPlace } from '@/ui/standard/StandardPlace';

export const metadata = { title: 'Standard' };

interface Props {
  readonly searchParams: Promise<{ edition?: string; view?: string }>;
}

export default async function StandardPage({ searchParams }: Props) {
  const { edition: wanted, view } = await searchParams;
  // The very first visit begins with a blank draft: there is nothing else to show.
  const shown =
    (wanted && /^\d+$/.test(wanted) ? edition(Number(wanted)) : null) ?? editionInForce() ?? beginDraft();
  return (
    <StandardPlace
      key={`${shown.id}-${shown.version}`}
      editions={listEditions()}
      shown={shown}
      view={view ?? 'layers'}
    />
  );
}
