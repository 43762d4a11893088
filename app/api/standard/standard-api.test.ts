import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { linkspan } from '../../../demo/drawings';
import { demoStandard } from '../../../demo/standard';
import { readDrawing } from '../../../src/core/dxf/read/interpret';
import { DrawingComposer } from '../../../src/core/dxf/write/composer';
import { readDelimited } from '../../../src/core/exchange/delimited';
import { TABLE_NAMES } from '../../../src/core/exchange/tables/tables';
import { type Standard, writeStandard } from '../../../src/core/standard/standard';
import { PRODUCTS } from '../../../src/server/product-names';
import { writeSpreadsheet } from '../../../src/server/spreadsheet';
import { GET as exported } from './[id]/export/route';
import { GET as product } from './[id]/product/route';
import { GET as table } from './[id]/tables/route';
import { POST as begin, DELETE as discard, PUT as save } from './draft/route';
import { GET as history } from './history/route';
import { POST as takeIn } from './import/route';
import { POST as issue } from './issue/route';
import { POST as learn } from './learn/route';
import { GET as letter, POST as symbol } from './symbol/route';
import { POST as cells } from './table/route';
import { POST as withdraw } from './withdraw/route';

// The work that workers do is done here and now: there is no built worker while units are tested.
jest.mock('@/server/pool', () => ({
  runTask: (name: string, request: never) =>
    jest.requireActual('@/server/worker/tasks').handlers[name](request),
}));

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-api-'));
});

const HOST = 'localhost';
function request(path: string, body?: BodyInit, more: { origin?: string; length?: number } = {}): Request {
  const headers: Record<string, string> = { host: HOST };
  if (more.origin) headers.origin = more.origin;
  if (more.length !== undefined) headers['content-length'] = String(more.length);
  return new Request(`http://${HOST}/api/standard/${path}`, {
    ...(body === undefined ? {} : { method: 'POST', body, duplex: 'half' as const }),
    headers,
  });
}
const json = (data: unknown): string => JSON.stringify(data);
const at = (id: number | string) => ({ params: Promise.resolve({ id: String(id) }) });

interface Answer {
  edition: { id: number; version: number; label: string; standard: Standard };
  faults: { message: string }[];
  problem: { code: string; message: string; action: string };
}
const read = async (response: Response): Promise<Answer> => (await response.json()) as Answer;

/** The demo standard as the draft. */
async function draft(): Promise<Answer['edition']> {
  const answer = await takeIn(request('import', writeStandard(demoStandard)));
  expect(answer.status).toBe(200);
  return (await read(answer)).edition;
}

describe('a draft', () => {
  it('is begun, saved, and refused when somebody else was first', async () => {
    const { id, version, standard } = await draft();
    expect((await read(await begin(request('draft', '{}')))).edition.id).toBe(id);
    const next = { ...standard, name: 'Ours' };
    const first = await save(request('draft', json({ id, version, standard: next })));
    expect(first.status).toBe(200);
    expect((await read(first)).edition).toMatchObject({ version: version + 1, standard: { name: 'Ours' } });
    const second = await save(
      request('draft', json({ id, version, standard: { ...standard, name: 'Theirs' } })),
    );
    expect(second.status).toBe(409);
    expect((await read(second)).faults[0].message).toContain('changed');
  });

  it('that was issued meanwhile is told so, and the next one stays as it is', async () => {
    const mine = await draft();
    const seen = { id: mine.id, version: mine.version };
    expect((await issue(request('issue', json({ ...seen, issuedBy: 'N. Brill', note: '' })))).status).toBe(
      200,
    );
    const next = (await read(await begin(request('draft', '{}')))).edition;
    // The versions of both may be the same number: that alone names neither.
    for (const version of [mine.version, next.version]) {
      const late = await save(
        request('draft', json({ id: mine.id, version, standard: { ...mine.standard, name: 'Late' } })),
      );
      expect(late.status).toBe(409);
      expect((await read(late)).faults[0].message).toContain('Edition 1 was issued meanwhile');
    }
    const answers = [
      await issue(request('issue', json({ ...seen, issuedBy: 'N. Brill', note: '' }))),
      await discard(request('draft', json(seen))),
      await takeIn(request(`import?draft=${mine.id}&version=${mine.version}`, writeStandard(mine.standard))),
      await takeIn(request('import', writeStandard(mine.standard))),
    ];
    expect(answers.map(({ status }) => status)).toEqual([409, 409, 409, 409]);
    expect((await read(await begin(request('draft', '{}')))).edition).toEqual(next);
    const own = { id: next.id, version: next.version };
    expect((await discard(request('draft', json(own)))).status).toBe(200);
  });

  it('is not saved with faults, which are named', async () => {
    const { id, version, standard } = await draft();
    const layers = [
      ...standard.layers,
      { ...standard.layers[0], name: standard.layers[0].name.toLowerCase() },
    ];
    const answer = await save(request('draft', json({ id, version, standard: { ...standard, layers } })));
    expect(answer.status).toBe(422);
    expect((await read(answer)).faults).toHaveLength(1);
  });

  it('is refused what is no request of a page', async () => {
    for (const body of [
      '',
      '{',
      '[]',
      json({ standard: {} }),
      json({ id: 1, version: '1', standard: {} }),
      json({ version: 1, standard: {} }),
      'null',
    ]) {
      const answer = await save(request('draft', body));
      expect(answer.status).toBe(400);
      expect((await read(answer)).problem.action).not.toBe('');
    }
  });

  it('cannot be changed from another site', async () => {
    const elsewhere = { origin: 'https://elsewhere.test' };
    const answers = [
      await begin(request('draft', '{}', elsewhere)),
      await save(request('draft', '{}', elsewhere)),
      await discard(request('draft', '', elsewhere)),
      await issue(request('issue', '{}', elsewhere)),
      await withdraw(request('withdraw', '{}', elsewhere)),
      await takeIn(request('import', '{}', elsewhere)),
      await learn(request('learn', 'x', elsewhere)),
      await cells(request('table', 'x', elsewhere)),
      await symbol(request('symbol', 'x', elsewhere)),
    ];
    expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 403));
    expect((await begin(request('draft', '{}', { origin: `http://${HOST}` }))).status).toBe(200);
  });
});

describe('an edition', () => {
  it('is issued by somebody, and withdrawn only when another is in force', async () => {
    const { id, version } = await draft();
    const nobody = await issue(request('issue', json({ id, version, issuedBy: ' ', note: '' })));
    expect(nobody.status).toBe(400);
    expect((await read(nobody)).problem.message).toContain('a name is needed');
    expect(
      (await issue(request('issue', json({ id, version, issuedBy: 'N. Brill', note: 'First' })))).status,
    ).toBe(200);
    const only = await withdraw(request('withdraw', json({ edition: id, by: 'N. Brill', note: '' })));
    expect(only.status).not.toBe(200);
    expect((await read(only)).problem.message).toBe('It is the only edition in force.');
    const next = (await read(await begin(request('draft', '{}')))).edition;
    const seen = { id: next.id, version: next.version };
    await issue(request('issue', json({ ...seen, issuedBy: 'N. Brill', note: 'Second' })));
    expect(
      (await withdraw(request('withdraw', json({ edition: id, by: 'N. Brill', note: '' })))).status,
    ).toBe(200);
  });

  it('says which editions changed a definition', async () => {
    const { id, version } = await draft();
    await issue(request('issue', json({ id, version, issuedBy: 'N. Brill', note: '' })));
    const { edition } = await read(await begin(request('draft', '{}')));
    const layers = edition.standard.layers.map((layer) =>
      layer.name === 'A-WALL' ? { ...layer, clause: '99' } : layer,
    );
    await save(
      request(
        'draft',
        json({ id: edition.id, version: edition.version, standard: { ...edition.standard, layers } }),
      ),
    );
    const { steps } = (await (await history(request('history?kind=Layer&name=a-wall'))).json()) as {
      steps: unknown[];
    };
    expect(steps.length).toBeGreaterThan(0);
    expect(json(steps)).toContain('99');
    expect(await (await history(request('history?kind=Nothing&name='))).json()).toEqual({ steps: [] });
  });

  it('comes out as its file, and as every product', async () => {
    const { id, standard } = await draft();
    const file = await exported(request('export'), at(id));
    expect(await file.text()).toBe(writeStandard(standard));
    expect(file.headers.get('content-disposition')).toContain('.json');
    for (const name of PRODUCTS) {
      const made = await product(request(`product?as=${name}`), at(id));
      expect(made.status).toBe(200);
      expect((await made.arrayBuffer()).byteLength).toBeGreaterThan(1000);
    }
    const wrong = await product(request('product?as=poster'), at(id));
    expect((await read(wrong)).problem.action).toContain('template-2010');
  });

  it('comes out as a table of each kind', async () => {
    const { id, standard } = await draft();
    for (const kind of TABLE_NAMES) {
      const made = await table(request(`tables?of=${kind}&as=csv`), at(id));
      expect(made.headers.get('content-type')).toContain('text/csv');
      expect(readDelimited(await made.text())[0][0]).toBe('Name');
      const book = await table(request(`tables?of=${kind}&as=xlsx`), at(id));
      expect(Buffer.from(await book.arrayBuffer()).toString('latin1', 0, 2)).toBe('PK');
    }
    const layers = readDelimited(await (await table(request('tables?of=layers'), at(id))).text());
    expect(layers).toHaveLength(standard.layers.length + 1);
    expect((await read(await table(request('tables?of=people'), at(id)))).problem.message).toContain(
      '“people”',
    );
  });

  it('that there is none of is said', async () => {
    for (const id of ['7', 'x', '-1', '1e3', '99999999999999999999'])
      for (const route of [exported, product, table]) {
        const answer = await route(request('x?as=tables-csv&of=layers'), at(id));
        expect(answer.status).toBe(404);
      }
  });
});

describe('what is taken in', () => {
  it('is a standard, or is refused with where it is wrong', async () => {
    const wrong = await takeIn(request('import', '{"format":"zinc-warden-standard"'));
    expect(wrong.status).toBe(422);
    expect((await read(wrong)).problem.code).toBe('not-json');
    const broken = await takeIn(request('import', writeStandard({ ...demoStandard, name: '' })));
    expect((await read(broken)).problem.message).toContain('a standard needs a name');
  });

  it('is no larger than what is asked for, whatever it says of its length', async () => {
    const endless = (): ReadableStream<Uint8Array> =>
      new ReadableStream({
        pull: (controller) => controller.enqueue(new Uint8Array(1_000_000)),
      });
    for (const route of [takeIn, cells, symbol]) {
      const said = await route(request('x', 'small', { length: 3_000_000_000 }));
      expect(said.status).toBe(413);
      const unsaid = await route(request('x', endless()));
      expect(unsaid.status).toBe(413);
      expect((await read(unsaid)).problem.action).not.toBe('');
    }
    const page = await save(request('draft', endless()));
    expect((await read(page)).problem.code).toBe('too-large');
  });

  it('is a table of a spreadsheet, by the name of its sheet', async () => {
    const book = await writeSpreadsheet([
      { name: 'Layers', rows: [['Name'], ['A']] },
      { name: 'Fills', rows: [['Name'], ['B']] },
    ]);
    const of = async (query: string): Promise<unknown> =>
      (await cells(request(`table${query}`, book as BodyInit))).json();
    expect(await of('?sheet=fills')).toEqual({ rows: [['Name'], ['B']] });
    expect(await of('')).toEqual({ rows: [['Name'], ['A']] });
    expect((await cells(request('table', 'Name;Colour'))).status).toBe(422);
  });

  it('is a symbol of a small drawing, or a character', async () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.model.line({ layer: '0' }, [0, 0], [0, 50]);
    const drawn = await symbol(request('symbol?height=3', file.bytes() as BodyInit));
    expect(await drawn.json()).toEqual({ strokes: [[0, -1.5, 0, 1.5]] });
    expect((await symbol(request('symbol', 'no drawing'))).status).toBe(422);
    const made = await letter(request('symbol?letter=I&face=stroke&height=2'));
    expect(await made.json()).toEqual({ strokes: [[0, -1, 0, 1]] });
    // What is no height and no face falls back to the plain ones.
    const odd = await letter(request('symbol?letter=I&face=gothic&height=-9'));
    expect(await odd.json()).toEqual({ strokes: [[0, -1, 0, 1]] });
    expect((await letter(request('symbol'))).status).toBe(422);
  });

  it('is learnt from a drawing, and nothing is taken over', async () => {
    const before = await draft();
    const { bytes } = linkspan();
    const answer = await learn(request('learn', bytes as BodyInit));
    const { standard } = (await answer.json()) as { standard: Standard };
    const drawing = readDrawing(bytes);
    if (!drawing.ok) throw new Error(drawing.problem.message);
    expect(standard.layers.length).toBeGreaterThan(3);
    expect(standard.linetypes.map(({ name }) => name)).toEqual(
      expect.arrayContaining([...drawing.value.linetypes.values()].slice(3).map(({ name }) => name)),
    );
    expect((await read(await begin(request('draft', '{}')))).edition.version).toBe(before.version);
    expect((await learn(request('learn?drawing=99', 'x'))).status).toBe(404);
    expect((await learn(request('learn', 'no drawing'))).status).toBe(422);
  });
});
