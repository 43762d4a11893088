import { mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { linkspan } from '../../../demo/drawings';
import { demoStandard } from '../../../demo/standard';
import { DrawingComposer } from '../../../src/core/dxf/write/composer';
import { readDelimited } from '../../../src/core/exchange/delimited';
import { draft, importIntoDraft, issueDraft } from '../../../src/server/editions';
import { POST as say } from '../senders/say/route';
import { POST as adopt } from './[id]/adopt/route';
import { POST as recheck } from './[id]/audit/route';
import { GET as changes } from './[id]/changes/route';
import { GET as contents } from './[id]/contents/route';
import { POST as correct } from './[id]/correct/route';
import { GET as file } from './[id]/file/route';
import { GET as objects } from './[id]/objects/route';
import { GET as picture } from './[id]/picture/route';
import { GET as proposals } from './[id]/proposals/route';
import { POST as refuse } from './[id]/refuse/route';
import { GET as one } from './[id]/route';
import { POST as step } from './[id]/step/route';
import { GET as list, POST as takeIn } from './route';

// The work that workers do is done here and now: there is no built worker while units are tested.
jest.mock('@/server/pool', () => ({
  runTask: (name: string, request: never) =>
    jest.requireActual('@/server/worker/tasks').handlers[name](request),
}));

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-drawings-'));
  importIntoDraft(demoStandard, draft());
  issueDraft(draft()!, 'N. Brill', 'First');
});

const HOST = 'localhost';
const request = (path: string, body?: BodyInit | object, origin?: string): Request =>
  new Request(`http://${HOST}/api/drawings${path}`, {
    headers: { host: HOST, ...(origin ? { origin } : {}) },
    ...(body === undefined
      ? {}
      : {
          method: 'POST',
          body:
            typeof body === 'string' || body instanceof Uint8Array
              ? (body as BodyInit)
              : JSON.stringify(body),
        }),
  });
const at = (id: number | string) => ({ params: Promise.resolve({ id: String(id) }) });

interface Drawing {
  state: string;
  verdict: string;
  changeCount: number;
  current: {
    findings: { key: string; rule: string; handles: string[]; subject: { layer?: string; value?: string } }[];
  } | null;
  problem: { code: string; message: string; action: string };
}
const look = async (id: number): Promise<Drawing> =>
  (await (await one(request(''), at(id))).json()) as Drawing;

/** Takes a drawing in and waits until it has been audited. */
async function taken(bytes: Uint8Array, query = '?name=BO-301.dxf&sender=Brandt'): Promise<number> {
  const answer = await takeIn(request(query, bytes));
  expect(answer.status).toBe(201);
  const { id } = (await answer.json()) as { id: number };
  for (let i = 0; i < 200 && !/ready|unreadable/.test((await look(id)).state); i++)
    await new Promise((resolve) => setTimeout(resolve, 20));
  return id;
}
const undecided = { findings: [], note: 'Decided' };

describe('a drawing', () => {
  it('is kept as it came, audited, and listed with its sender', async () => {
    const { bytes } = linkspan();
    const id = await taken(bytes, '?name=..%2F..%2Fbo%20301.dxf&sender=Brandt&project=Quay');
    expect(await look(id)).toMatchObject({ state: 'ready', changeCount: 0 });
    const { drawings } = (await (await list(request(''))).json()) as {
      drawings: { name: string; sender: string }[];
    };
    // A name is never a path.
    expect(drawings).toMatchObject([{ name: '.. .. bo 301.dxf', sender: 'Brandt' }]);
    const original = await file(request('?which=original'), at(id));
    expect(new Uint8Array(await original.arrayBuffer())).toEqual(bytes);
  });

  it('that is damaged is kept too, and says where; what is none at all is refused', async () => {
    const bytes = new TextEncoder().encode('  0\nSECTION\n  2\nENTITIES\n  0\nLINE\nhere\n');
    const id = await taken(bytes);
    expect((await look(id)).state).toBe('unreadable');
    const kept = await file(request('?which=original'), at(id));
    expect(new Uint8Array(await kept.arrayBuffer())).toEqual(bytes);
    for (const body of ['%PDF-1.7 a plan', '', undefined]) {
      const answer = await takeIn(
        new Request(`http://${HOST}/api/drawings?name=plan.pdf`, {
          method: 'POST',
          headers: { host: HOST },
          body,
        }),
      );
      expect(answer.status).toBe(422);
      expect(((await answer.json()) as Drawing).problem.action).not.toBe('');
    }
  });

  it('shows where findings lie, what it holds, and its picture', async () => {
    const id = await taken(linkspan().bytes);
    const { current } = await look(id);
    const [finding] = current!.findings.filter(({ handles }) => handles.length > 1);
    const found = await objects(request(`?key=${encodeURIComponent(finding.key)}`), at(id));
    const all = ((await found.json()) as { handles: string[] }).handles;
    expect(all).toEqual(expect.arrayContaining(finding.handles));
    expect(await (await objects(request('?key=nothing'), at(id))).json()).toEqual({ handles: [] });
    const held = (await (await contents(request(''), at(id))).json()) as { counts: { objects: number } };
    expect(held.counts.objects).toBeGreaterThan(50);
    for (const sheet of ['', '?sheet=0', '?as=received']) {
      const drawn = await picture(request(sheet), at(id));
      expect(drawn.status).toBe(200);
      expect((await drawn.arrayBuffer()).byteLength).toBe(Number(drawn.headers.get('content-length')));
    }
    // A number that is none of a sheet makes no picture, and stores none.
    const kept = readdirSync(join(process.env.ZINC_WARDEN_DATA!, 'pictures'));
    for (const sheet of ['?sheet=99', '?sheet=half', '?sheet=-7', '?sheet=0.5'])
      expect((await picture(request(sheet), at(id))).status).toBe(404);
    expect(readdirSync(join(process.env.ZINC_WARDEN_DATA!, 'pictures'))).toEqual(kept);
  });

  it('is corrected by decisions, step by step, there and back', async () => {
    const { bytes } = linkspan();
    const id = await taken(bytes);
    const { current } = await look(id);
    const unknown = current!.findings.find(({ rule }) => rule === 'layers/unknown')!;
    const layer = unknown.subject.layer ?? '';
    const offered = (await (await proposals(request(''), at(id))).json()) as Record<string, { to: string }[]>;
    expect(Object.keys(offered)).toContain(unknown.key);
    const decision = { layers: { [layer]: { action: 'map', to: 'S-STEL' } }, objects: [] };
    expect((await correct(request('', { ...undecided, choices: decision }), at(id))).status).toBe(200);
    const after = await look(id);
    expect(after.changeCount).toBeGreaterThan(0);
    expect(after.current!.findings.map(({ key }) => key)).not.toContain(unknown.key);
    const corrected = await file(request(''), at(id));
    expect(corrected.headers.get('content-disposition')).toContain('BO-301 corrected.dxf');
    expect((await step(request('', { by: -1 }), at(id))).status).toBe(200);
    const back = await file(request(''), at(id));
    expect(new Uint8Array(await back.arrayBuffer())).toEqual(bytes);
    expect((await step(request('', { by: -1 }), at(id))).status).not.toBe(200);
    expect((await step(request('', { by: 1 }), at(id))).status).toBe(200);
    expect((await look(id)).changeCount).toBe(after.changeCount);
    // What was decided for this sender is known by the next drawing, until it is forgotten.
    const next = await taken(bytes);
    const known = (await (await proposals(request(''), at(next))).json()) as Record<
      string,
      { ranked: { to: string }[]; refused: string[]; asks: object }
    >;
    expect(known[unknown.key].ranked[0].to).toBe('S-STEL');
    const word = { sender: 1, kind: 'layer', name: layer };
    expect((await say(request('', { ...word, action: 'ask' }))).status).toBe(200);
    expect((await say(request('', { ...word, action: 'map' }))).status).toBe(400);
    expect((await say(request('', { ...word, sender: 77, action: 'ask' }))).status).not.toBe(200);
    // Refused, it is not proposed any more, in this drawing and the next.
    const { to } = known[unknown.key].ranked[1];
    const no = { ...known[unknown.key].asks, target: to, action: 'refuse' };
    expect((await refuse(request('', no), at(next))).status).toBe(200);
    const now = (await (await proposals(request(''), at(next))).json()) as typeof known;
    expect(now[unknown.key].refused).toEqual([to]);
    expect(now[unknown.key].ranked.map((one) => one.to)).not.toContain(to);
    expect((await recheck(request('', {}), at(next))).status).toBe(200);
  });

  it('has its changes as JSON and for spreadsheets, in which nothing is taken for a formula', async () => {
    const made = new DrawingComposer({ version: 'AC1024', units: 4 });
    made.layer({ name: '+SUM(1)', colour: 3, widthMm: 0.25 });
    made.model.line({ layer: '+SUM(1)' }, [0, 0], [9, 9]);
    const id = await taken(made.bytes());
    const choices = { layers: { '+SUM(1)': { action: 'map', to: 'A-WALL' } }, objects: [] };
    await correct(request('', { ...undecided, choices }), at(id));
    const plain = (await (await changes(request(''), at(id))).json()) as { changes: { before: string }[] };
    expect(plain.changes.map(({ before }) => before)).toContain('+SUM(1)');
    const text = await (await changes(request('?format=csv'), at(id))).text();
    const [heads, ...rows] = readDelimited(text, ',');
    expect(heads).toEqual(['rule', 'kind', 'handle', 'where', 'property', 'before', 'after']);
    expect(rows).toHaveLength(plain.changes.length);
    expect(text.split(/[,\r\n]+/).filter((cell) => /^"?[=+\-@]/.test(cell))).toEqual([]);
    expect(text).toContain("'+SUM(1)");
    expect(rows.flat()).toContain('+SUM(1)');
  });

  it('gives definitions of every kind that is asked about to the draft standard, with what they need', async () => {
    const id = await taken(linkspan().bytes);
    const { current } = await look(id);
    const style = current!.findings.find(({ rule }) => rule === 'dimensions/style-unknown')!.subject.value!;
    expect((await adopt(request('', { kind: 'dimension style', name: style }), at(id))).status).toBe(200);
    expect(draft()?.standard.dimensions.map(({ name }) => name)).toContain(style);
    const again = await adopt(request('', { kind: 'dimension style', name: style.toLowerCase() }), at(id));
    expect(((await again.json()) as Drawing).problem.code).toBe('twice');
  });

  it('gives a layer to the draft standard', async () => {
    const id = await taken(linkspan().bytes);
    const { current } = await look(id);
    const layer = current!.findings.find(({ rule }) => rule === 'layers/unknown')!.subject.layer!;
    expect((await adopt(request('', { kind: 'layer', name: layer }), at(id))).status).toBe(200);
    expect(draft()?.standard.layers.map(({ name }) => name)).toContain(layer);
    expect(
      (await adopt(request('', { kind: 'layer', name: 'nothing of the kind' }), at(id))).status,
    ).not.toBe(200);
  });
});

describe('what is asked for', () => {
  const reading = { changes, contents, file, objects, one, picture, proposals };
  const changing = { adopt, correct, recheck, step };

  it('of a drawing that there is not is said', async () => {
    const fitting: Readonly<Record<string, object>> = {
      adopt: { kind: 'layer', name: 'A' },
      correct: undecided,
      recheck: {},
      step: { by: 1 },
    };
    for (const id of ['9', 'x', '../1', ''])
      for (const [name, route] of Object.entries({ ...reading, ...changing })) {
        const answer = await route(request('', fitting[name]), at(id));
        expect([name, id, answer.status]).toEqual([name, id, 404]);
      }
  });

  it('from another site changes nothing', async () => {
    const id = await taken(linkspan().bytes);
    const elsewhere = 'https://elsewhere.test';
    for (const route of Object.values(changing))
      expect((await route(request('', {}, elsewhere), at(id))).status).toBe(403);
    expect((await takeIn(request('?name=x', 'x', elsewhere))).status).toBe(403);
    expect((await say(request('', {}, elsewhere))).status).toBe(403);
    expect((await look(id)).changeCount).toBe(0);
  });

  it('in a form that no page sends is refused with its field', async () => {
    const id = await taken(linkspan().bytes);
    for (const [route, body] of [
      [adopt, { kind: 'layer', name: '' }],
      [adopt, 'layer'],
      [correct, { findings: 'all', note: '' }],
      [correct, { note: 'x', choices: { layers: { A: { action: 'burn' } } } }],
      [step, { by: 2 }],
      [step, { by: -1, and: 'more' }],
    ] as const) {
      const answer = await route(request('', body), at(id));
      expect(answer.status).toBe(400);
      expect(((await answer.json()) as Drawing).problem.action).toBe('Reload the page and try again.');
    }
  });
});
