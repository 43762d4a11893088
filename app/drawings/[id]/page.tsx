import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { listed } from '@/core/audit/finding';
import { RULES } from '@/core/audit/rules';
import { drawing } from '@/server/drawings';
import { edition, editionInForce } from '@/server/editions';
import { AuditPlace } from '@/ui/audit/AuditPlace';

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
  const record = await find(props);
  if (!record) notFound();
  const { changes, first, current, ...rest } = record;
  const used = record.editionId ? edition(record.editionId) : null;
  return (
    <AuditPlace
      key={record.id}
      drawing={{
        ...rest,
        first: first && listed(first),
        current: current && listed(current),
        changeCount: changes.length,
      }}
      inForce={editionInForce()?.label ?? null}
      layers={used?.standard.layers ?? []}
      defaultWidthMm={used?.standard.pens.defaultMm ?? 0.25}
      rules={RULES.map(({ meta }) => ({
        id: meta.id,
        title: meta.title,
        why: meta.why,
        checks: meta.checks,
      }))}
    />
  );
}
