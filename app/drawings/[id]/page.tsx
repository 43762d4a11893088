import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { RULES } from '@/core/audit/rules';
import { namesToPick } from '@/core/standard/named-kinds';
import { drawing, drawingDetail } from '@/server/drawings';
import { edition, editionInForce } from '@/server/editions';
import { AuditPlace } from '@/ui/audit/AuditPlace';

/** Findings that come with the page; the rest is fetched by part. */
const FIRST_FINDINGS = 500;

interface Props {
  readonly params: Promise<{ id: string }>;
}

const find = async ({ params }: Props) => {
  const { id } = await params;
  return /^\d{1,15}$/.test(id) ? drawing(Number(id)) : null;
};

export async function generateMetadata(props: Props): Promise<Metadata> {
  return { title: (await find(props))?.name ?? 'Drawing' };
}

export default async function DrawingPage(props: Props) {
  const found = await find(props);
  const record = found && drawingDetail(found.id, FIRST_FINDINGS);
  if (!record) notFound();
  const used = record.editionId ? edition(record.editionId) : null;
  return (
    <AuditPlace
      key={record.id}
      drawing={record}
      inForce={editionInForce()?.label ?? null}
      office={namesToPick(used?.standard)}
      rules={RULES.map(({ meta }) => ({
        id: meta.id,
        title: meta.title,
        why: meta.why,
        what: meta.what,
      }))}
    />
  );
}
