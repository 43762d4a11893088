import { notFound } from 'next/navigation';
import { EXAMPLES } from '@/core/audit/examples';
import { RULES, ruleById } from '@/core/audit/rules';
import { settingFields } from '@/core/audit/settings';
import { PLAIN_RULE } from '@/core/standard/rule-settings';
import { findingsOnFile } from '@/server/audits';
import { lastBatch } from '@/server/correct-many';
import { editionInForce } from '@/server/editions';
import { RulePage } from '@/ui/rules/RulePage';

interface Props {
  readonly params: Promise<{ readonly id: readonly string[] }>;
}

const idIn = async ({ params }: Props): Promise<string> =>
  (await params).id.map(decodeURIComponent).join('/');

export async function generateMetadata(props: Props) {
  return { title: ruleById(await idIn(props))?.meta.title ?? 'Rule' };
}

export default async function Rule(props: Props) {
  const id = await idIn(props);
  const meta = ruleById(id)?.meta;
  const example = EXAMPLES.get(id);
  if (!meta || !example) return notFound();
  const at = RULES.findIndex((rule) => rule.meta === meta);
  const beside = (by: -1 | 1) => {
    const other = RULES[at + by]?.meta;
    return other ? { id: other.id, title: other.title } : null;
  };
  const inForce = editionInForce();
  const { settings, ...words } = meta;
  return (
    <RulePage
      rule={{ ...words, settings: settingFields(settings) }}
      complies={example.complies.says}
      breaks={example.breaks.says}
      setting={inForce?.standard.rules[id] ?? PLAIN_RULE}
      edition={inForce ? { id: inForce.id, label: inForce.label } : null}
      onFile={findingsOnFile(id)}
      batch={lastBatch(id)}
      before={beside(-1)}
      after={beside(1)}
    />
  );
}
