import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { generalArrangement, linkspan } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { writeStandard } from '../core/standard/standard';
import { runCli } from './cli';

const folder = mkdtempSync(join(tmpdir(), 'zinc-cli-'));
const at = (name: string): string => join(folder, name);
writeFileSync(at('clean.dxf'), generalArrangement(false).bytes);
writeFileSync(at('linkspan.dxf'), linkspan().bytes);
writeFileSync(at('standard.json'), writeStandard(demoStandard));
writeFileSync(
  at('broken.json'),
  '{"format":"zinc-warden-standard","formatVersion":1,"name":"x","layers":[{"name":""}]}',
);
writeFileSync(at('closed.dxf'), 'AC1027\0\0');

async function run(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  let out = '';
  let err = '';
  const code = await runCli(args, {
    out: (text) => {
      out += text;
    },
    err: (text) => {
      err += text;
    },
  });
  return { code, out, err };
}

describe('warden', () => {
  it('learns from a clean drawing, and the drawing then complies', async () => {
    expect(await run('learn', at('clean.dxf'), '--out', at('learnt.json'))).toMatchObject({
      code: 0,
      out: '',
    });
    const { code, out } = await run('audit', at('clean.dxf'), '--standard', at('learnt.json'));
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      tool: 'zinc-warden',
      standard: { name: 'clean', edition: 'Draft 1' },
      drawings: [
        {
          file: at('clean.dxf'),
          verdict: 'released',
          units: 'mm',
          sha256: expect.stringMatching(/^[0-9a-f]{64}$/),
        },
      ],
    });
    // How near lines stand to each other no definition says.
    const found = JSON.parse(out).drawings[0].findings.map(({ rule }: { rule: string }) => rule);
    expect(found.filter((rule: string) => rule !== 'lines/too-near')).toEqual([]);
  });

  it('audits several and ends with 1 when one is held', async () => {
    const { code, out } = await run(
      'audit',
      at('clean.dxf'),
      at('linkspan.dxf'),
      '--standard',
      at('standard.json'),
    );
    expect(code).toBe(1);
    const { drawings } = JSON.parse(out);
    expect(drawings.map((drawing: { verdict: string }) => drawing.verdict)).toEqual(['released', 'held']);
    const [unknown] = drawings[1].findings.filter(({ rule }: { rule: string }) => rule === 'layers/unknown');
    expect(Object.keys(unknown)).toEqual(
      expect.arrayContaining([
        'rule',
        'gravity',
        'message',
        'expected',
        'found',
        'handles',
        'record',
        'at',
        'correction',
      ]),
    );
  });

  it('prints text when asked', async () => {
    const { out } = await run(
      'audit',
      at('linkspan.dxf'),
      '--standard',
      at('standard.json'),
      '--format',
      'text',
    );
    expect(out).toContain('held —');
    expect(out).toContain('layers/unknown');
  });

  it('goes on after a drawing that cannot be read, and ends with 2', async () => {
    const { code, out, err } = await run(
      'audit',
      at('closed.dxf'),
      at('clean.dxf'),
      '--standard',
      at('standard.json'),
    );
    expect(code).toBe(2);
    expect(JSON.parse(out).drawings).toHaveLength(1);
    expect(err).toContain('closed binary format');
  });

  it('corrects what is automatic, with decisions from a file', async () => {
    writeFileSync(at('choices.json'), JSON.stringify({ layers: { Dims: { action: 'map', to: 'G-DIMS' } } }));
    const { code, out } = await run(
      'correct',
      at('linkspan.dxf'),
      '--standard',
      at('standard.json'),
      '--out',
      at('out.dxf'),
      '--choices',
      at('choices.json'),
    );
    expect(code).toBe(1);
    const result = JSON.parse(out);
    expect(result.changes).toContainEqual(
      expect.objectContaining({ kind: 'layer', property: 'name', before: 'Dims', after: 'G-DIMS' }),
    );
    expect(result.left.every((finding: { correction: string }) => finding.correction !== 'automatic')).toBe(
      true,
    );
    expect(readFileSync(at('out.dxf')).length).toBeGreaterThan(1000);
    expect(readdirSync(folder).some((name) => name.endsWith('.part'))).toBe(false);
  });

  it('corrects only the rules that are named', async () => {
    const { out } = await run(
      'correct',
      at('linkspan.dxf'),
      '--standard',
      at('standard.json'),
      '--out',
      at('one.dxf'),
      '--rules',
      'layers/width',
    );
    expect(new Set(JSON.parse(out).changes.map((change: { rule: string }) => change.rule))).toEqual(
      new Set(['layers/width']),
    );
  });

  it('says what a correction would do, and writes nothing', async () => {
    const before = readdirSync(folder).sort();
    const files = before.map((name) => readFileSync(at(name)));
    const { code, out, err } = await run(
      'correct',
      at('linkspan.dxf'),
      '--standard',
      at('standard.json'),
      '--plan',
    );
    expect(code).toBe(1);
    expect(readdirSync(folder).sort()).toEqual(before);
    expect(before.map((name) => readFileSync(at(name)))).toEqual(files);
    const plan = JSON.parse(out);
    expect(err).toContain(`${plan.changes} changes would be made.`);
    expect(err).toContain('Nothing was written.');
    expect(plan.steps.reduce((sum: number, step: { objects: number }) => sum + step.objects, 0)).toBe(
      plan.changes,
    );
    // What was planned is what is then done.
    await run('correct', at('linkspan.dxf'), '--standard', at('standard.json'), '--out', at('planned.dxf'));
    const done = JSON.parse(
      (
        await run(
          'correct',
          at('linkspan.dxf'),
          '--standard',
          at('standard.json'),
          '--out',
          at('planned-again.dxf'),
        )
      ).out,
    );
    expect(done.changes).toHaveLength(plan.changes);
    expect(readFileSync(at('planned-again.dxf'))).toEqual(readFileSync(at('planned.dxf')));
    // And done again on what it made, nothing is left to do.
    const again = JSON.parse(
      (await run('correct', at('planned.dxf'), '--standard', at('standard.json'), '--plan')).out,
    );
    expect(again).toMatchObject({ changes: 0, steps: [] });
  });

  it.each([
    [['correct', 'x.dxf', '--standard', at('standard.json')], 'no place for the corrected drawing'],
    [['audit', 'nowhere.dxf', '--standard', at('standard.json')], 'no such file'],
    [['audit', at('clean.dxf'), '--standard', at('broken.json')], 'does not fit its schema'],
    [['audit', at('clean.dxf'), '--standard', at('standard.json'), '--format', 'xml'], 'json or text'],
    [['audit', at('clean.dxf')], '--standard'],
    [
      [
        'correct',
        at('clean.dxf'),
        '--standard',
        at('standard.json'),
        '--out',
        at('x.dxf'),
        '--rules',
        'layers/nonsense',
      ],
      'no rule',
    ],
    [['fly'], 'unknown command'],
  ])('%j ends with 2 and says why', async (args, words) => {
    const { code, err } = await run(...args);
    expect(code).toBe(2);
    expect(err).toContain(words);
  });

  it('inspects a drawing as JSON, as text, and object by object', async () => {
    const { code, out } = await run('inspect', at('linkspan.dxf'));
    expect(code).toBe(0);
    const found = JSON.parse(out);
    expect(found).toMatchObject({ version: '2010', form: 'text', units: 'mm', notUnderstood: {} });
    expect(found.layouts[0]).toMatchObject({ name: 'S-301', paperMm: [841, 594] });
    expect(found.layouts[0].viewports.map((view: { scale: string }) => view.scale)).toEqual([
      '1:100',
      '1:60',
    ]);
    expect(found.symbols.find((symbol: { name: string }) => symbol.name === 'BOLL').placed).toBe(2);
    expect((await run('inspect', at('linkspan.dxf'), '--format', 'text')).out).toContain('viewport 1:60');
    const lines = (await run('inspect', at('linkspan.dxf'), '--objects')).out.trim().split('\n');
    expect(lines).toHaveLength(found.counts.objects);
    const text = lines.map((line) => JSON.parse(line)).find((object) => object.text === 'Hinge pin 240 dia.');
    expect(text).toMatchObject({
      kind: 'text',
      in: 'model',
      layer: 'Text25',
      colour: { number: 3, from: 'layer' },
      linetype: { name: 'Continuous', from: 'layer' },
      width: { mm: 0.25, from: 'layer' },
    });
    expect(text.box).toHaveLength(4);
  });

  it('draws a sheet or the model as SVG and PNG', async () => {
    expect(await run('picture', at('linkspan.dxf'), '--out', at('sheet.svg'), '--black')).toMatchObject({
      code: 0,
      out: '',
    });
    const svg = readFileSync(at('sheet.svg'), 'utf8');
    expect(svg).toContain('width="841mm"');
    expect(svg).toContain('@font-face');
    expect(
      (await run('picture', at('linkspan.dxf'), '--out', at('model.png'), '--layout', 'model', '--dpi', '30'))
        .code,
    ).toBe(0);
    expect(readFileSync(at('model.png')).subarray(1, 4).toString()).toBe('PNG');
    const wrong = await run('picture', at('linkspan.dxf'), '--out', at('x.svg'), '--layout', 'Sheet 9');
    expect(wrong.code).toBe(2);
    expect(wrong.err).toContain('Sheets: S-301, Model.');
    expect((await run('picture', at('linkspan.dxf'), '--out', at('x.gif'))).err).toContain(
      'neither an SVG nor a PNG nor a PDF',
    );
  });

  it('names what differs between two standards, and ends with 1 when something does', async () => {
    const layers = demoStandard.layers.map((layer, i) =>
      i === 0 ? { ...layer, prints: !layer.prints } : layer,
    );
    writeFileSync(at('next.json'), writeStandard({ ...demoStandard, edition: 'Draft 2', layers }));
    const same = await run('standard', 'diff', at('standard.json'), at('standard.json'));
    expect(same).toMatchObject({ code: 0, err: '0 differences.\n' });
    const { code, out } = await run(
      'standard',
      'diff',
      at('standard.json'),
      at('next.json'),
      '--format',
      'text',
    );
    expect(code).toBe(1);
    expect(out).toBe(`Layer ${layers[0].name}: prints yes → no\n`);
    expect((await run('standard', 'diff', at('standard.json'), at('broken.json'))).code).toBe(2);
  });

  it('makes a template that gives the standard back, and says what R12 cannot hold', async () => {
    const made = await run('template', at('standard.json'), '--out', at('template.dxf'));
    expect(made).toMatchObject({ code: 0, out: '' });
    // Linetypes with symbols need the file of shapes beside the template.
    expect(made.err).toContain(at('line-marks.shx'));
    expect(readdirSync(folder)).toContain('line-marks.shx');
    const learnt = await run('learn', at('template.dxf'), '--out', at('back.json'));
    expect(learnt.err).toContain(
      '33 layers, 9 linetypes, 7 text styles, 3 dimension styles, 7 fills, 2 parallel-line sets and 10 symbols',
    );
    expect((await run('standard', 'diff', at('standard.json'), at('back.json'))).code).toBe(0);
    expect((await run('audit', at('template.dxf'), '--standard', at('standard.json'))).code).toBe(0);
    const old = await run('template', at('standard.json'), '--out', at('old.dxf'), '--dxf', 'R12');
    expect(old.err).toContain('Left out of the R12 file: parallel-line sets as such: their lines are drawn');
    expect((await run('template', at('standard.json'), '--out', at('x.dxf'), '--dxf', '1999')).code).toBe(2);
  });

  it('puts the standard on one sheet, in the form that the name ends in', async () => {
    for (const [name, head] of [
      ['sheet.pdf', '%PDF-'],
      ['sheet.svg', '<?xml'],
      ['sheet.dxf', '  0\n'],
    ]) {
      expect((await run('specimen', at('standard.json'), '--out', at(name))).code).toBe(0);
      expect(readFileSync(at(name), 'latin1').startsWith(head)).toBe(true);
    }
    const wrong = await run('specimen', at('standard.json'), '--out', at('sheet.doc'));
    expect(wrong).toMatchObject({ code: 2, err: expect.stringContaining('.pdf or .svg or .dxf') });
  });

  it('writes its definitions as tables', async () => {
    writeFileSync(at('standard.json'), writeStandard(demoStandard));
    for (const name of ['tables.xlsx', 'tables.zip']) {
      expect((await run('tables', at('standard.json'), '--out', at(name))).code).toBe(0);
      expect(readFileSync(at(name), 'latin1').startsWith('PK')).toBe(true);
    }
    const wrong = await run('tables', at('standard.json'), '--out', at('tables.csv'));
    expect(wrong).toMatchObject({ code: 2, err: expect.stringContaining('.xlsx or .zip') });
  });
});
