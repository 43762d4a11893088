import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoStandard } from '../../demo/standard';
import { DrawingComposer } from '../core/dxf/write/composer';
import { setClock } from './clock';
import { correct, planCorrection } from './corrections';
import { listSenders } from './crosswalk';
import { database } from './database';
import { deleteDrawing } from './delete-drawing';
import { drawing, drawingDetail, listDrawings, step, takeIn } from './drawings';
import { draft, importIntoDraft, issueDraft } from './editions';
import { storeBytes } from './files';
import './work';
import { aboutToEnd, endWaiver, type WaiverOrder, waive, waiverRegister } from './waivers';

jest.mock('./pool', () => ({
  runTask: (name: string, request: never) =>
    Promise.resolve(jest.requireActual('./worker/tasks').handlers[name](structuredClone(request))),
}));

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-waivers-'));
  setClock(() => new Date(2026, 10, 26, 9));
  importIntoDraft(
    { ...demoStandard, layers: demoStandard.layers.map((layer) => ({ ...layer, required: false })) },
    draft(),
  );
  issueDraft(draft()!, 'N. Brill', 'First');
});
afterAll(() => setClock(null));

/** A drawing with one layer of the sender's, and three lines with a colour of their own on one of the office's. */
async function take(name: string, project = 'Quay', odd = 'Odd'): Promise<number> {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  const wall = demoStandard.layers.find((layer) => layer.name === 'A-WALL')!;
  file.layer({ name: 'A-WALL', colour: 7, widthMm: wall.widthMm ?? 0.5 });
  file.layer({ name: odd, colour: 1 });
  file.model.line({ layer: odd }, [0, 0], [9, 0]);
  for (let i = 0; i < 3; i++) file.model.line({ layer: 'A-WALL', colour: 5 }, [0, i], [9, i]);
  const id = takeIn(storeBytes(file.bytes()), name, 'Brandt', project);
  for (let i = 0; i < 300 && drawing(id)!.state !== 'ready'; i++)
    await new Promise((resolve) => setTimeout(resolve, 10));
  return id;
}
const findingOf = (id: number, rule: string) =>
  drawingDetail(id)!.current!.findings.find((finding) => finding.rule === rule)!;
const order = (id: number, rule: string, more: Partial<WaiverOrder> = {}): WaiverOrder => ({
  drawing: id,
  finding: findingOf(id, rule).key,
  extent: 'cause',
  handles: [],
  scope: 'drawing',
  reason: 'agreed with the client',
  by: 'K. Ode',
  until: '2026-12-24',
  ...more,
});
const made = (answer: ReturnType<typeof waive>): number => {
  if (!answer.ok) throw new Error(answer.problem.message);
  return answer.value.id;
};

describe('a waiver', () => {
  it('takes its must off the verdict, in every list, until its last day; the day after it counts again', async () => {
    const id = await take('A.dxf');
    expect(drawing(id)).toMatchObject({ verdict: 'held', counts: { must: 1 }, waivedCount: 0 });
    made(waive(order(id, 'layers/unknown')));
    expect(drawing(id)).toMatchObject({ verdict: 'released', counts: { must: 0 }, waivedCount: 1 });
    expect(listDrawings()[0]).toMatchObject({ verdict: 'released', waivedCount: 1 });
    expect(listSenders()[0]).toMatchObject({ held: 0, released: 1 });
    const { waived, current } = drawingDetail(id)!;
    // The audit itself says what it said.
    expect(current!.verdict).toBe('held');
    expect(Object.values(waived)).toMatchObject([{ whole: true, objects: 1, waivers: [{ by: 'K. Ode' }] }]);
    setClock(() => new Date(2026, 11, 24, 23, 50));
    expect(drawing(id)!.verdict).toBe('released');
    setClock(() => new Date(2026, 11, 25, 0, 10));
    expect(drawing(id)).toMatchObject({ verdict: 'held', counts: { must: 1 }, waivedCount: 0 });
    expect(waiverRegister()).toMatchObject([{ state: 'ended', endedAt: null }]);
  });

  it('of one drawing is none of another; of a project or a sender it holds for all of theirs, new ones too', async () => {
    const one = await take('A.dxf');
    const two = await take('B.dxf');
    const id = made(waive(order(one, 'layers/unknown')));
    expect(drawing(two)!.verdict).toBe('held');
    endWaiver(id, 'K. Ode');
    made(waive(order(one, 'layers/unknown', { scope: 'project' })));
    expect([one, two].map((each) => drawing(each)!.verdict)).toEqual(['released', 'released']);
    const later = await take('C.dxf');
    const elsewhere = await take('D.dxf', 'Another');
    expect([later, elsewhere].map((each) => drawing(each)!.verdict)).toEqual(['released', 'held']);
    made(waive(order(elsewhere, 'layers/unknown', { scope: 'sender' })));
    expect(drawing(elsewhere)!.verdict).toBe('released');
    expect(waiverRegister().map(({ drawings, state }) => [drawings, state])).toEqual([
      [4, 'holds'],
      [3, 'holds'],
      [0, 'ended'],
    ]);
    // Another cause is not waived with it.
    expect(drawing(await take('E.dxf', 'Quay', 'Strange'))!.verdict).toBe('held');
  });

  it('of single objects leaves them out of corrections, and nothing else', async () => {
    const id = await take('A.dxf');
    const own = findingOf(id, 'objects/own-colour');
    expect(own.handles).toHaveLength(3);
    made(waive(order(id, 'objects/own-colour', { extent: 'objects', handles: [own.handles[1]] })));
    expect(drawingDetail(id)!.waived[own.key]).toMatchObject({ whole: false, objects: 1 });
    expect(drawing(id)!.waivedCount).toBe(0);
    // A plan says so, and writes nothing.
    const plan = await planCorrection(id, { findings: [own.key], note: '' });
    if (!plan.ok) throw new Error(plan.problem.message);
    expect(plan.value.steps).toMatchObject([{ what: 'colour of line', objects: 2 }]);
    expect(drawing(id)!.revision).toBe(0);
    const corrected = await correct(id, { findings: [own.key], note: 'All' });
    if (!corrected.ok) throw new Error(corrected.problem.message);
    // The one that is waived is still found, and now it is all of the finding.
    const left = findingOf(id, 'objects/own-colour');
    expect(left.handles).toEqual([own.handles[1]]);
    expect(drawingDetail(id)!.waived[own.key]).toMatchObject({ whole: true, objects: 1 });
    expect(step(id, -1).ok).toBe(true);
    expect(findingOf(id, 'objects/own-colour').handles).toHaveLength(3);
    expect(drawingDetail(id)!.waived[own.key]).toMatchObject({ whole: false, objects: 1 });
  });

  it('of a layer takes off all that its rule finds there', async () => {
    const id = await take('A.dxf');
    made(waive(order(id, 'objects/own-colour', { extent: 'layer' })));
    expect(drawing(id)!.waivedCount).toBe(1);
    expect(drawing(id)!.verdict).toBe('held');
  });

  it('is ended by a person, once', async () => {
    const id = await take('A.dxf');
    const waiver = made(waive(order(id, 'layers/unknown')));
    expect(endWaiver(waiver, 'N. Brill').ok).toBe(true);
    expect(drawing(id)!.verdict).toBe('held');
    expect(endWaiver(waiver, 'N. Brill').ok).toBe(false);
    expect(endWaiver(999, 'N. Brill').ok).toBe(false);
    expect(waiverRegister()).toMatchObject([{ state: 'ended', endedBy: 'N. Brill' }]);
  });

  it('is shown when it is about to end', async () => {
    const id = await take('A.dxf');
    made(waive(order(id, 'layers/unknown')));
    expect(aboutToEnd(14)).toEqual([]);
    setClock(() => new Date(2026, 11, 12));
    expect(aboutToEnd(14)).toMatchObject([{ until: '2026-12-24' }]);
  });

  it('is refused without a day that is to come, of what is not there, and of a layer or project that there is not', async () => {
    const id = await take('A.dxf', '');
    const refused = (more: Partial<WaiverOrder>): string => {
      const answer = waive(order(id, 'layers/unknown', more));
      return answer.ok ? '' : answer.problem.code;
    };
    expect(refused({ until: '2026-11-25' })).toBe('until');
    expect(refused({ until: '2030-01-01' })).toBe('until');
    expect(refused({ until: '2026-99-99' })).toBe('until');
    expect(refused({ finding: 'layers/unknown|None' })).toBe('no-finding');
    expect(refused({ drawing: 77 })).toBe('no-finding');
    expect(refused({ scope: 'project' })).toBe('no-project');
    expect(refused({ extent: 'objects', handles: ['FFFF'] })).toBe('no-object');
    expect(waiverRegister()).toEqual([]);
  });

  it('goes with its drawing; a drawing that a failed rule holds stays held', async () => {
    const id = await take('A.dxf');
    made(waive(order(id, 'layers/unknown')));
    const db = database();
    const audit = drawing(id)!.auditId!;
    db.prepare(
      `UPDATE audits SET head = json_set(head, '$.failures', json('[{"rule":"x","message":"y"}]')) WHERE id = ?`,
    ).run(audit);
    made(waive(order(id, 'objects/own-colour')));
    expect(drawing(id)!.verdict).toBe('held');
    deleteDrawing(id);
    expect(waiverRegister()).toEqual([]);
    expect(db.pragma('foreign_key_check')).toEqual([]);
  });
});
