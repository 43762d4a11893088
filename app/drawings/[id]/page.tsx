import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { RULES } from '@/core/audit/rules';
import { byKind, type NamedKind, officeNames } from '@/core/standard/named-kinds';
import { findFill, findLinetype, type Standard } from '@/core/standard/standard';
import { drawing, drawingDetail } from '@/server/drawings';
import { edition, editionInForce } from '@/server/editions';
import { AuditPlace } from '@/ui/audit/AuditPlace';
import type { OfficeName } from '@/ui/audit/types';

/** Names of the office, with how linetypes and fills are drawn: whoever picks one sees it. */
const namesOf = (standard: Standard, kind: NamedKind): OfficeName[] =>
  officeNames(standard, kind).map(({ name, purpose }) => ({
    name,
    purpose,
    ...(kind === 'linetype' ? { elementsMm: findLinetype(standard, name)?.elementsMm } : {}),
    ...(kind === 'fill' ? { fill: findFill(standard, name) } : {}),
  }));

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
      office={byKind((kind) => (used ? namesOf(used.standard, kind) : []))}
      rules={RULES.map(({ meta }) => ({
        id: meta.id,
        title: meta.title,
        why: meta.why,
        what: meta.what,
      }))}
    />
  );
}
