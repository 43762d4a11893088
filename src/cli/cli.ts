import { createHash } from 'node:crypto';
import { readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { Command, CommanderError } from 'commander';
import packageJson from '../../package.json';
import { audit } from '../core/audit/engine';
import { type Audit, countByWeight } from '../core/audit/finding';
import { RULES, ruleById } from '../core/audit/rules';
import { NO_CHOICES, parseChoices } from '../core/correct/choices';
import { correctDrawing } from '../core/correct/correct';
import { readDrawing } from '../core/dxf/read/interpret';
import { SHAPE_FILE, type TemplateVersion, templateDrawing } from '../core/exchange/template';
import { inspect, inspectObjects } from '../core/inspect/inspect';
import { learnStandard } from '../core/learn/learn';
import { shapeFile } from '../core/records/shape-file';
import { fail, formatProblem, ok, type Problem, type Result } from '../core/result';
import { differences, formatDifference } from '../core/standard/differences';
import { parseStandard, type Standard, standardJsonSchema, writeStandard } from '../core/standard/standard';
import { drawPng, drawSvg, sceneOf, sheetNamed } from '../server/draw';
import type { ProductName } from '../server/product-names';
import { product } from '../server/products';
import { inspectionText } from './inspection-text';

/** Exit codes: the drawings comply; something must be settled; a file could not be read or the call was wrong. */
const COMPLIES = 0;
const HELD = 1;
const FAILED = 2;

/** Larger files would not fit the memory of a usual workstation beside their index. */
const MOST_BYTES = 1_500_000_000;

export interface Streams {
  out(text: string): void;
  err(text: string): void;
}

class Stop extends Error {
  constructor(
    readonly problem: Problem,
    readonly file: string,
  ) {
    super(problem.message);
  }
}

/** The form that a file's ending asks for, in small letters. */
function endingOf<F extends string>(file: string, forms: readonly F[], says: string): F {
  const ending = /\.(\w+)$/.exec(file)?.[1].toLowerCase();
  const form = forms.find((one) => one === ending);
  if (form) return form;
  throw new Stop(
    {
      code: 'bad-argument',
      message: `“${file}” ends in none of the forms ${says}.`,
      action: `Let it end in ${forms.map((one) => `.${one}`).join(' or ')}.`,
    },
    '--out',
  );
}

/** Runs the command line and answers with the exit code. Results go to `out`, everything else to `err`. */
export async function runCli(args: readonly string[], streams: Streams): Promise<number> {
  let code = COMPLIES;
  const program = new Command('warden')
    .description('Audits drawings against an office standard, corrects them and proves it.')
    .version(packageJson.version)
    .exitOverride()
    .configureOutput({ writeOut: streams.out, writeErr: streams.err });

  program
    .command('learn')
    .description('a draft standard from a drawing known to be good')
    .argument('<drawing>')
    .requiredOption('--out <standard.json>', 'where to write the standard')
    .option('--name <name>', 'name of the standard')
    .action((file: string, options: { out: string; name?: string }) => {
      const drawing = must(readDrawing(readBytes(file)), file);
      const standard = learnStandard(drawing, options.name ?? basename(file).replace(/\.dxf$/i, ''));
      writeWhole(options.out, writeStandard(standard));
      streams.err(`Learnt ${formatLearnt(standard)}. Written to ${options.out}.\n`);
    });

  program
    .command('template')
    .description('a drawing to begin with: every definition of a standard, and sheets of all sizes')
    .argument('<standard.json>')
    .requiredOption('--out <template.dxf>')
    .option('--dxf <2010|R12>', 'version of the format', oneOf('version', ['2010', 'R12']), '2010')
    .action((file: string, options: { out: string; dxf: string }) => {
      const standard = readStandard(file);
      const { bytes, leftOut } = templateDrawing(standard, options.dxf as TemplateVersion);
      writeWhole(options.out, bytes);
      streams.err(`Written to ${options.out}.\n`);
      if (standard.lineMarks.length > 0 && options.dxf !== 'R12') {
        const beside = join(dirname(options.out), SHAPE_FILE);
        writeWhole(beside, shapeFile(standard.lineMarks));
        streams.err(`Its linetypes need ${beside} beside it.\n`);
      }
      for (const one of leftOut) streams.err(`Left out of the ${options.dxf} file: ${one}.\n`);
    });

  program
    .command('specimen')
    .description('the whole standard on one sheet at true size, as DXF, SVG or PDF')
    .argument('<standard.json>')
    .requiredOption('--out <sheet.pdf>', 'its ending says the form')
    .action(async (file: string, options: { out: string }) => {
      const form = endingOf(options.out, ['pdf', 'svg', 'dxf'], 'a specimen has');
      const made = must(await product(readStandard(file), `specimen-${form}` as ProductName), file);
      writeWhole(options.out, made.bytes);
      streams.err(`Written to ${options.out}.\n`);
    });

  program
    .command('tables')
    .description('every definition of a standard in tables: a workbook, or CSVs in an archive')
    .argument('<standard.json>')
    .requiredOption('--out <tables.xlsx>', 'its ending says the form')
    .action(async (file: string, options: { out: string }) => {
      const form = endingOf(options.out, ['xlsx', 'zip'], 'tables have') === 'zip' ? 'csv' : 'xlsx';
      const made = must(await product(readStandard(file), `tables-${form}`), file);
      writeWhole(options.out, made.bytes);
      streams.err(`Written to ${options.out}.\n`);
    });

  program
    .command('audit')
    .description('checks drawings against a standard')
    .argument('<drawings...>')
    .requiredOption('--standard <standard.json>')
    .option('--format <json|text>', 'how to print the result', oneOf('format', ['json', 'text']), 'json')
    .action((files: string[], options: { standard: string; format: string }) => {
      const standard = readStandard(options.standard);
      const drawings: ({ file: string; sha256: string } & Audit)[] = [];
      for (const file of files) {
        // One drawing that cannot be read does not keep the others from being audited.
        try {
          const bytes = readBytes(file);
          const result = audit(must(readDrawing(bytes), file), standard);
          drawings.push({ file, sha256: createHash('sha256').update(bytes).digest('hex'), ...result });
          if (result.verdict === 'held' && code === COMPLIES) code = HELD;
        } catch (error) {
          if (!(error instanceof Stop)) throw error;
          streams.err(`${error.file}: ${formatProblem(error.problem)}\n`);
          code = FAILED;
        }
      }
      streams.out(
        options.format === 'json'
          ? `${JSON.stringify({ ...identity(standard), drawings }, null, 2)}\n`
          : drawings.map((entry) => textOf(entry.file, entry)).join('\n'),
      );
    });

  program
    .command('correct')
    .description('corrects what is automatic, and what was decided')
    .argument('<drawing>')
    .requiredOption('--standard <standard.json>')
    .requiredOption('--out <out.dxf>')
    .option('--rules <a,b>', 'only these rules')
    .option('--choices <file.json>', 'decisions on layers and objects')
    .action((file: string, options: { standard: string; out: string; rules?: string; choices?: string }) => {
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
      const choices = options.choices
        ? must(parseChoices(readText(options.choices)), options.choices)
        : NO_CHOICES;
      const result = must(correctDrawing(readBytes(file), standard, { rules, choices }), file);
      writeWhole(options.out, result.bytes);
      const counts = countByWeight(result.after.findings);
      streams.out(
        `${JSON.stringify({ ...identity(standard), file, out: options.out, changes: result.changes, verdict: result.after.verdict, left: result.after.findings }, null, 2)}\n`,
      );
      streams.err(
        `${result.changes.length} changes. Left: ${counts.must} must, ${counts.should} should, ${counts.note} note. Written to ${options.out}.\n`,
      );
      code = result.after.verdict === 'held' ? HELD : COMPLIES;
    });

  program
    .command('inspect')
    .description('what a drawing holds: version, layouts, tables, counts, what is not understood')
    .argument('<drawing>')
    .option('--objects', 'one JSON line for each object instead')
    .option('--format <json|text>', 'how to print the result', oneOf('format', ['json', 'text']), 'json')
    .action((file: string, options: { objects?: boolean; format: string }) => {
      const drawing = must(readDrawing(readBytes(file)), file);
      if (options.objects)
        for (const object of inspectObjects(drawing)) streams.out(`${JSON.stringify(object)}\n`);
      else {
        const found = inspect(drawing);
        streams.out(
          options.format === 'json'
            ? `${JSON.stringify({ file, ...found }, null, 2)}\n`
            : inspectionText(file, found),
        );
      }
    });

  program
    .command('picture')
    .description('the drawing as it prints, at true size')
    .argument('<drawing>')
    .requiredOption('--out <file.svg|file.png>', 'where to write the picture')
    .option('--layout <name>', 'a sheet by its name, or “Model”; the first sheet when absent')
    .option('--black', 'in black, whatever the colours')
    .option('--dpi <number>', 'pixels per inch of a PNG', Number, 150)
    .action(async (file: string, options: { out: string; layout?: string; black?: boolean; dpi: number }) => {
      const drawing = must(readDrawing(readBytes(file)), file);
      const sheet = must(sheetNamed(drawing, options.layout), file);
      const scene = sceneOf(drawing, sheet);
      const colours = options.black ? 'black' : 'print';
      if (/\.svg$/i.test(options.out)) writeWhole(options.out, drawSvg(scene, basename(file), colours));
      else if (/\.png$/i.test(options.out))
        writeWhole(options.out, must(await drawPng(scene, colours, options.dpi), file));
      else
        throw new Stop(
          {
            code: 'bad-argument',
            message: `“${options.out}” is neither an SVG nor a PNG.`,
            action: 'End its name in .svg or .png.',
          },
          '--out',
        );
      const { notDrawn, lettersMissing, cutOff } = scene.picture.head;
      const rest = Object.entries(notDrawn).map(([kind, count]) => `${count} × ${kind}`);
      if (rest.length > 0) streams.err(`Not in the picture: ${rest.join(', ')}.\n`);
      if (lettersMissing > 0) streams.err(`${lettersMissing} letters have no form in the shipped fonts.\n`);
      if (cutOff) streams.err('The drawing asks for more than a picture can hold; it is not complete.\n');
      streams.err(`Written to ${options.out}.\n`);
    });

  program
    .command('standard')
    .description('work on standards')
    .command('diff')
    .description('every setting in which two standards differ; ends with 1 when they do')
    .argument('<before.json>')
    .argument('<after.json>')
    .option('--format <json|text>', 'how to print the result', oneOf('format', ['json', 'text']), 'json')
    .action((before: string, after: string, options: { format: string }) => {
      const [from, to] = [readStandard(before), readStandard(after)];
      const found = differences(from, to);
      const head = ({ name, edition }: Standard) => ({ name, edition });
      streams.out(
        options.format === 'json'
          ? `${JSON.stringify({ before: head(from), after: head(to), differences: found }, null, 2)}\n`
          : found.map((one) => `${formatDifference(one)}\n`).join(''),
      );
      streams.err(`${found.length} ${found.length === 1 ? 'difference' : 'differences'}.\n`);
      if (found.length > 0) code = HELD;
    });

  program
    .command('schema')
    .description('the JSON Schema of a standard')
    .action(() => streams.out(`${JSON.stringify(standardJsonSchema(), null, 2)}\n`));

  try {
    await program.parseAsync(['node', 'warden', ...args]);
    return code;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? COMPLIES : FAILED;
    if (!(error instanceof Stop)) throw error;
    streams.err(`${error.file}: ${formatProblem(error.problem)}\n`);
    return FAILED;
  }
}

/** "32 layers, 8 linetypes and 3 dimension styles": what a learnt standard holds. */
function formatLearnt(standard: Standard): string {
  const parts = (
    [
      ['layer', standard.layers],
      ['linetype', standard.linetypes],
      ['text style', standard.lettering.styles],
      ['dimension style', standard.dimensions],
      ['fill', standard.fills],
      ['parallel-line set', standard.parallels],
    ] as const
  )
    .filter(([kind, list]) => list.length > 0 || kind === 'layer' || kind === 'linetype')
    .map(([kind, list]) => `${list.length} ${kind}${list.length === 1 ? '' : 's'}`);
  return `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}

const identity = (standard: Standard) => ({
  tool: 'zinc-warden',
  version: packageJson.version,
  standard: { name: standard.name, edition: standard.edition },
});

function oneOf(what: string, values: readonly string[]) {
  return (value: string): string => {
    if (values.includes(value)) return value;
    throw new Stop(
      {
        code: 'bad-argument',
        message: `“${value}” is not a ${what}.`,
        action: `Use ${values.join(' or ')}.`,
      },
      `--${what}`,
    );
  };
}

function must<T>(result: Result<T>, file: string): T {
  if (result.ok) return result.value;
  throw new Stop(result.problem, file);
}

function readBytes(file: string): Uint8Array {
  return must(
    attempt(() => {
      const { size } = statSync(file);
      if (size > MOST_BYTES)
        return fail(
          'too-large',
          `The file has ${Math.round(size / 1e6)} MB.`,
          'Split the drawing, or remove what it does not need.',
        );
      const bytes = readFileSync(file);
      return ok(new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.length));
    }),
    file,
  );
}

const readText = (file: string): string => new TextDecoder().decode(readBytes(file));
const readStandard = (file: string): Standard => must(parseStandard(readText(file)), file);

/** Written beside and moved into place: a stop half-way leaves no half-written file. */
function writeWhole(file: string, content: string | Uint8Array): void {
  must(
    attempt(() => {
      const beside = `${file}.${process.pid}.part`;
      writeFileSync(beside, content);
      renameSync(beside, file);
      return ok(null);
    }),
    file,
  );
}

function attempt<T>(work: () => Result<T>): Result<T> {
  try {
    return work();
  } catch (error) {
    const reason = error instanceof Error && 'code' in error ? String(error.code) : String(error);
    const words: Readonly<Record<string, string>> = {
      ENOENT: 'There is no such file or folder.',
      EACCES: 'There is no permission for this file.',
      EISDIR: 'This is a folder, not a file.',
    };
    return fail(
      'file',
      words[reason] ?? `The file cannot be used (${reason}).`,
      'Check the name and try again.',
    );
  }
}

function textOf(file: string, result: Audit): string {
  const counts = countByWeight(result.findings);
  const lines = [
    `${file}: ${result.verdict} — ${counts.must} must, ${counts.should} should, ${counts.note} note`,
    ...result.findings.map(
      (finding) =>
        `  ${finding.weight.padEnd(6)} ${finding.rule.padEnd(22)} ${finding.message} Expected ${finding.expected}, found ${finding.found}.`,
    ),
  ];
  return `${lines.join('\n')}\n`;
}
