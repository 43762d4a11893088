import { RULES } from '../src/core/audit/rules';
import { standardJsonSchema } from '../src/core/standard/standard';

const CORRECTION = { automatic: 'automatic', choice: 'a person chooses', manual: 'by hand' } as const;

/** docs/rules.md, from each rule's meta. */
export function rulesPage(): string {
  const sections = RULES.map(({ meta }) =>
    [
      `## ${meta.title}`,
      '',
      `\`${meta.id}\` · ${meta.weight} · correction: ${CORRECTION[meta.correction]}`,
      '',
      `**Checks:** ${meta.what}`,
      '',
      `**Why:** ${meta.why}`,
      '',
      `**From:** ${meta.source}`,
      '',
    ].join('\n'),
  );
  return `# Rules\n\nMade from the rules themselves by \`npm run docs\`. A *must* holds a drawing back; a *should* and a *note* do not.\n\n${sections.join('\n')}`;
}

/** docs/standard.schema.json: the exchange file of a standard. */
export const schemaFile = (): string => `${JSON.stringify(standardJsonSchema(), null, 2)}\n`;
