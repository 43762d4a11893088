import { Command, CommanderError } from 'commander';
import packageJson from '../../package.json';
import { formatProblem } from '../core/result';
import { COMPLIES, FAILED, Stop, type Streams } from './support';

// Each command is loaded when it is wanted: an audit does not wait for what draws pictures.

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
    .action(async (file, options) => (await import('./commands/standards')).learn(file, options, streams));

  program
    .command('template')
    .description('a drawing to begin with: every definition of a standard, and sheets of all sizes')
    .argument('<standard.json>')
    .requiredOption('--out <template.dxf>')
    .option('--dxf <2010|R12>', 'version of the format', oneOf('version', ['2010', 'R12']), '2010')
    .action(async (file, options) => (await import('./commands/standards')).template(file, options, streams));

  program
    .command('specimen')
    .description('the whole standard on one sheet at true size, as DXF, SVG or PDF')
    .argument('<standard.json>')
    .requiredOption('--out <sheet.pdf>', 'its ending says the form')
    .action(async (file, options) => (await import('./commands/standards')).specimen(file, options, streams));

  program
    .command('tables')
    .description('every definition of a standard in tables: a workbook, or CSVs in an archive')
    .argument('<standard.json>')
    .requiredOption('--out <tables.xlsx>', 'its ending says the form')
    .action(async (file, options) => (await import('./commands/standards')).tables(file, options, streams));

  program
    .command('audit')
    .description('checks drawings against a standard')
    .argument('<drawings...>')
    .requiredOption('--standard <standard.json>')
    .option('--format <json|text>', 'how to print the result', oneOf('format', ['json', 'text']), 'json')
    .action(async (files, options) => {
      code = (await import('./commands/audit')).auditFiles(files, options, streams);
    });

  program
    .command('correct')
    .description('corrects what is automatic, and what was decided')
    .argument('<drawing>')
    .requiredOption('--standard <standard.json>')
    .option('--out <out.dxf>', 'where to write the corrected drawing')
    .option('--plan', 'say what would be done, and write nothing')
    .option('--rules <a,b>', 'only these rules')
    .option('--choices <file.json>', 'decisions on layers and objects')
    .action(async (file, options) => {
      code = (await import('./commands/correct')).correctFile(file, options, streams);
    });

  program
    .command('inspect')
    .description('what a drawing holds: version, layouts, tables, counts, what is not understood')
    .argument('<drawing>')
    .option('--objects', 'one JSON line for each object instead')
    .option('--format <json|text>', 'how to print the result', oneOf('format', ['json', 'text']), 'json')
    .action(async (file, options) =>
      (await import('./commands/drawings')).inspectFile(file, options, streams),
    );

  program
    .command('units')
    .description('the true size of a drawing’s units, by the labels beside its lines')
    .argument('<drawing>')
    .action(async (file) => (await import('./commands/drawings')).unitsOfFile(file, streams));

  program
    .command('scale')
    .description('scales, turns and moves all of the model, and names its unit; sheets look as before')
    .argument('<drawing>')
    .requiredOption('--out <out.dxf>', 'where to write the drawing')
    .option('--factor <number>', 'a number, or “true-size” for the factor that labels beside lines ask for')
    .option('--turn <degrees>', 'against the clock')
    .option('--from <x,y>', 'point that is moved, and that is scaled and turned about', '0,0')
    .option('--to <x,y>', 'where it comes to lie')
    .option(
      '--unit <name>',
      'unit that the drawing is in afterwards: mm, cm, m, km, inch, foot, US survey foot',
    )
    .action(async (file, options) => (await import('./commands/scale')).scaleFile(file, options, streams));

  program
    .command('picture')
    .description('the drawing as it prints, at true size')
    .argument('<drawing>')
    .requiredOption('--out <file.svg|file.png|file.pdf>', 'where to write the picture')
    .option(
      '--layout <name>',
      'a sheet by its name, in a layout or in the model, or “Model”; the first with something on it when absent',
    )
    .option('--black', 'in black, whatever the colours')
    .option('--dpi <number>', 'pixels per inch of a PNG', Number, 150)
    .action(async (file, options) => (await import('./commands/drawings')).pictureOf(file, options, streams));

  program
    .command('standard')
    .description('work on standards')
    .command('diff')
    .description('every setting in which two standards differ; ends with 1 when they do')
    .argument('<before.json>')
    .argument('<after.json>')
    .option('--format <json|text>', 'how to print the result', oneOf('format', ['json', 'text']), 'json')
    .action(async (before, after, options) => {
      code = (await import('./commands/standards')).compare(before, after, options, streams);
    });

  program
    .command('schema')
    .description('the JSON Schema of a standard')
    .action(async () => (await import('./commands/standards')).schema(streams));

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
