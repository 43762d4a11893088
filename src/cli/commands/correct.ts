import { countByWeight } from '../../core/audit/finding';
import { publishFinding } from '../../core/audit/publish';
import { RULES, ruleById } from '../../core/audit/rules';
import { NO_CHOICES, parseChoices } from '../../core/correct/choices';
import { correctDrawing } from '../../core/correct/correct';
import { planOf } from '../../core/correct/plan';
import {
  COMPLIES,
  HELD,
  identity,
  must,
  readBytes,
  readStandard,
  readText,
  Stop,
  type Streams,
  writeWhole,
} from '../support';

interface Options {
  readonly standard: string;
  readonly out?: string;
  readonly plan?: boolean;
  readonly rules?: string;
  readonly choices?: string;
}

/** Corrects a drawing, or says what correcting it would do. */
export function correctFile(file: string, options: Options, streams: Streams): number {
  const standard = readStandard(options.standard);
  const rules = options.rules?.split(',').map((rule) => rule.trim());
  const unknown = rules?.find((rule) => !ruleById(rule));
  if (unknown !== undefined)
    throw new Stop(
      {
        code: 'unknown-rule',
        message: `There is no rule “${unknown}”.`,
        action: `Rules: ${RULES.map((rule) => rule.meta.id).join(', ')}.`,
      },
      '--rules',
    );
  if (options.out === undefined && !options.plan)
    throw new Stop(
      {
        code: 'bad-argument',
        message: 'There is no place for the corrected drawing.',
        action: 'Name one with --out, or ask for --plan to see what would be done.',
      },
      '--out',
    );
  const choices = options.choices
    ? must(parseChoices(readText(options.choices)), options.choices)
    : NO_CHOICES;
  const result = must(correctDrawing(readBytes(file), standard, { rules, choices }), file);
  const { after, changes, unsettled } = result;
  const counts = countByWeight(after.findings);
  const left = `Left: ${counts.must} must, ${counts.should} should, ${counts.note} note.`;
  if (options.plan) {
    const plan = planOf(result);
    streams.out(
      `${JSON.stringify({ ...identity(standard), file, ...plan, verdict: after.verdict }, null, 2)}\n`,
    );
    streams.err(`${changes.length} changes would be made. ${left} Nothing was written.\n`);
  } else if (options.out !== undefined) {
    writeWhole(options.out, result.bytes);
    streams.out(
      `${JSON.stringify(
        {
          ...identity(standard),
          file,
          out: options.out,
          changes,
          verdict: after.verdict,
          left: after.findings.map(publishFinding),
          unsettled,
        },
        null,
        2,
      )}\n`,
    );
    streams.err(`${changes.length} changes. ${left} Written to ${options.out}.\n`);
  }
  for (const { what, why } of unsettled) streams.err(`Not settled: ${what} ${why}\n`);
  return after.verdict === 'held' ? HELD : COMPLIES;
}
