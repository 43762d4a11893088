import { createHash } from 'node:crypto';
import { audit, plainAudit } from '../../core/audit/engine';
import { leftOpen } from '../../core/audit/families';
import { type Audit, countByWeight } from '../../core/audit/finding';
import { publishAudit } from '../../core/audit/publish';
import { formatValue } from '../../core/audit/value';
import { readDrawing } from '../../core/dxf/read/interpret';
import { formatProblem } from '../../core/result';
import {
  COMPLIES,
  FAILED,
  HELD,
  identity,
  must,
  readBytes,
  readStandard,
  Stop,
  type Streams,
} from '../support';

/** Checks drawings against a standard. */
export function auditFiles(
  files: readonly string[],
  options: { readonly standard: string; readonly format: string },
  streams: Streams,
): number {
  let code = COMPLIES;
  const standard = readStandard(options.standard);
  const drawings: { file: string; sha256: string; audit: Audit }[] = [];
  for (const file of files) {
    // One drawing that cannot be read does not keep the others from being audited.
    try {
      const bytes = readBytes(file);
      const result = plainAudit(audit(must(readDrawing(bytes), file), standard));
      drawings.push({ file, sha256: createHash('sha256').update(bytes).digest('hex'), audit: result });
      if (result.verdict === 'held' && code === COMPLIES) code = HELD;
    } catch (error) {
      if (!(error instanceof Stop)) throw error;
      streams.err(`${error.file}: ${formatProblem(error.problem)}\n`);
      code = FAILED;
    }
  }
  streams.out(
    options.format === 'json'
      ? `${JSON.stringify(
          {
            ...identity(standard),
            drawings: drawings.map(({ audit: one, ...of }) => ({ ...of, ...publishAudit(one) })),
          },
          null,
          2,
        )}\n`
      : drawings.map(({ file, audit: one }) => textOf(file, one)).join('\n'),
  );
  return code;
}

/** A verdict speaks of what was looked at. */
const verdictOf = ({ verdict, looked }: Audit): string =>
  verdict === 'released' && leftOpen(looked).length > 0 ? 'released as far as it was checked' : verdict;

function textOf(file: string, result: Audit): string {
  const counts = countByWeight(result.findings);
  const lines = [
    `${file}: ${verdictOf(result)} — ${counts.must} must, ${counts.should} should, ${counts.note} note`,
    ...leftOpen(result.looked).map(
      ({ family, looked, why }) =>
        `  ${looked === 'not' ? 'not checked' : 'partly'}: ${family} (${why.join('; ')})`,
    ),
    ...result.failures.map(({ rule, message }) => `  failed ${rule.padEnd(22)} ${message}`),
    ...result.notChecked.map(({ rule, what }) => `  not    ${rule.padEnd(22)} ${what}`),
    ...result.findings.map(
      (finding) =>
        `  ${finding.weight.padEnd(6)} ${finding.rule.padEnd(22)} ${finding.message} Expected ${formatValue(finding.expected)}, found ${formatValue(finding.found)}.`,
    ),
  ];
  return `${lines.join('\n')}\n`;
}
