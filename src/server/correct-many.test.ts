import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoStandard } from '../../demo/standard';
import { DrawingComposer } from '../core/dxf/write/composer';
import { causesOnFile, findingsFrom, findingsOnFile } from './audits';
import { compareStates } from './compared';
import { cancelBatch, correctMany, lastBatch, takeBackBatch } from './correct-many';
import { correct, planCorrection } from './corrections';
import { drawing, drawingDetail, listDrawings, step, takeIn } from './drawings';
import { draft, importIntoDraft, issueDraft } from './editions';
import { storeBytes } from './files';
import { pictureFile } from './kept';
import { forgetPlanned, plannedFolder, plannedPath } from './planned';
import { stateOf } from './states';
import './work';

jest.mock('./pool', () => ({
  runTask: async (name: string, request: never, cancel?: AbortSignal) =>
    cancel?.aborted
      ? { ok: false, problem: { code: 'cancelled', message: 'The work was cancelled.', action: '' } }
      : jest.requireActual('./worker/tasks').handlers[name](request),
}));

const until = async (done: () => boolean): Promise<void> => {
  for (let i = 0; i < 2000 && !done(); i++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(done()).toBe(true);
};

/** Lines with colours of their own on an office layer that has another colour than the standard's. */
function bytesOf(number: number): Uint8Array {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'A-ROOF', colour: 3, widthMm: 0.18 });
  for (let i = 0; i < 3; i++) file.model.line({ layer: 'A-ROOF', colour: 5 }, [number, i], [number + 9, i]);
  return file.bytes();
}

const OWN = 'objects/own-colour';

beforeEach(async () => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-many-'));
  importIntoDraft(
    { ...demoStandard, layers: demoStandard.layers.map((layer) => ({ ...layer, required: false })) },
    draft(),
  );
  issueDraft(draft()!, 'N. Brill', 'First');
  for (let i = 0; i < 4; i++) takeIn(storeBytes(bytesOf(i)), `D-${i}.dxf`, 'Brandt', 'Quay');
  await until(() => listDrawings().every(({ state }) => state === 'ready'));
});

const found = () => findingsOnFile(OWN);
const asked = () => found().map(({ id, revision }) => ({ id, revision }));
const rest = () => until(() => lastBatch(OWN)?.open === 0);

describe('one cause in several drawings', () => {
  it('is listed with how many of its findings settle by themselves', () => {
    expect(found()).toHaveLength(4);
    expect(found()[0]).toMatchObject({ findings: 1, automatic: 1, objects: 3, revision: 0 });
    expect(causesOnFile().find(({ rule }) => rule === OWN)).toEqual({
      rule: OWN,
      drawings: 4,
      findings: 4,
      automatic: 4,
    });
  });

  it('is corrected in each as a step of its own, and nothing else is', async () => {
    const left = found()[3];
    expect(correctMany({ rule: OWN, drawings: asked().slice(0, 3) })).toMatchObject({ ok: true });
    await rest();
    expect(lastBatch(OWN)).toMatchObject({ asked: 3, corrected: 3, stands: 3 });
    expect(found().map(({ id }) => id)).toEqual([left.id]);
    const [one] = listDrawings().filter(({ id }) => id !== left.id);
    // The layer's colour is another cause: it is as it was.
    expect(drawingDetail(one.id)!.current!.findings.map(({ rule }) => rule)).toContain('layers/colour');
    expect(drawing(one.id)!.revisions.map(({ note }) => note)).toEqual(['Own colour, in several drawings']);
  });

  it('is taken back together, but for what was worked on since', async () => {
    const before = new Map(listDrawings().map(({ id }) => [id, drawing(id)!.currentSha]));
    correctMany({ rule: OWN, drawings: asked() });
    await rest();
    const [first] = listDrawings();
    await correct(first.id, { note: 'The rest' });
    expect(lastBatch(OWN)).toMatchObject({ corrected: 4, stands: 3 });
    expect(takeBackBatch(lastBatch(OWN)!.id)).toEqual({ ok: true, value: { drawings: 3 } });
    for (const { id } of listDrawings())
      expect(drawing(id)!.currentSha === before.get(id)).toBe(id !== first.id);
    expect(lastBatch(OWN)).toMatchObject({ corrected: 1, stands: 0 });
  });

  it('leaves a drawing alone that is not as it was looked at', async () => {
    const drawings = asked();
    await correct(drawings[0].id, { note: 'Meanwhile' });
    const sha = drawing(drawings[0].id)!.currentSha;
    correctMany({ rule: OWN, drawings });
    await rest();
    expect(drawing(drawings[0].id)!.currentSha).toBe(sha);
    expect(lastBatch(OWN)).toMatchObject({ asked: 4, corrected: 3 });
  });

  it('can be stopped: what was corrected stays', async () => {
    correctMany({ rule: OWN, drawings: asked() });
    expect(cancelBatch(lastBatch(OWN)!.id)).toEqual({ ok: true, value: { drawings: 4 } });
    await rest();
    expect(lastBatch(OWN)!.corrected + found().length).toBe(4);
  });

  it('is of a rule that there is', () => {
    expect(correctMany({ rule: 'none/such', drawings: asked() })).toMatchObject({
      ok: false,
      problem: { code: 'no-rule' },
    });
  });
});

describe('states of a drawing', () => {
  it('are compared two by two, whichever is named first', async () => {
    const { id } = listDrawings()[0];
    await correct(id, { note: 'Own colours', rules: [OWN] });
    await correct(id, { note: 'The rest' });
    const first = compareStates(id, 0, 1);
    expect(first).toMatchObject({
      ok: true,
      value: { from: { number: 0 }, to: { number: 1, edition: 'Edition 1' }, changes: 3 },
    });
    if (!first.ok) return;
    expect(first.value.touched.handles).toHaveLength(3);
    expect(first.value.rules.find(({ rule }) => rule === OWN)).toEqual({ rule: OWN, from: 1, to: 0 });
    // The second step is about the layer: what lies on it is marked.
    expect(compareStates(id, 2, 1)).toMatchObject({
      ok: true,
      value: { from: { number: 1 }, touched: { layers: ['A-ROOF'] } },
    });
    expect(compareStates(id, 1, 1)).toMatchObject({ ok: true, value: { changes: 0 } });
    expect(compareStates(id, 0, 7)).toMatchObject({ ok: false, problem: { code: 'no-state' } });
    expect((await pictureFile(id, -1, { of: 'revision', number: 1 })).ok).toBe(true);
    expect((await pictureFile(id, -1, { of: 'revision', number: 9 })).ok).toBe(false);
  });

  it('are looked at before they come to be, and a plan is no state', async () => {
    const { id } = listDrawings()[0];
    const { currentSha } = drawing(id)!;
    const plan = await planCorrection(id, { note: '' });
    if (!plan.ok) throw new Error(plan.problem.message);
    const { sha } = plan.value;
    expect(sha).not.toBe(currentSha);
    expect(drawing(id)).toMatchObject({ currentSha, revision: 0 });
    expect((await pictureFile(id, -1, { of: 'plan', sha })).ok).toBe(true);
    // Of another drawing it is none.
    expect(await pictureFile(listDrawings()[1].id, -1, { of: 'plan', sha })).toMatchObject({
      ok: false,
      problem: { code: 'no-plan' },
    });
    // An hour later nobody looks at it any more.
    plannedFolder(id, Date.now() + 2 * 3600 * 1000);
    expect(plannedPath(id, sha)).toBeNull();
    // What is done then is what was planned.
    await correct(id, { note: '' });
    expect(drawing(id)!.currentSha).toBe(sha);
    await planCorrection(id, { note: '' });
    forgetPlanned(id);
    expect(plannedPath(id, sha)).toBeNull();
    step(id, -1);
  });

  it('are read out of an address, and nothing else is', () => {
    expect(stateOf(null)).toEqual({ of: 'now' });
    expect(stateOf('revision-12')).toEqual({ of: 'revision', number: 12 });
    expect(stateOf(`plan-${'a'.repeat(64)}`)).toEqual({ of: 'plan', sha: 'a'.repeat(64) });
    for (const text of ['revision--1', 'plan-../../x', `plan-${'A'.repeat(64)}`, 'later'])
      expect(stateOf(text)).toBeNull();
  });
});

it('findings come by part, in their order, as they would all together', () => {
  const { id, auditId } = drawing(listDrawings()[0].id)!;
  const all = drawingDetail(id)!.current!.findings;
  expect(all.length).toBeGreaterThan(1);
  const first = drawingDetail(id, 1)!.current!;
  expect(first).toMatchObject({ findings: all.slice(0, 1), findingCount: all.length });
  expect([...first.findings, ...JSON.parse(findingsFrom(auditId!, 1, 5000))]).toEqual(all);
  expect(JSON.parse(findingsFrom(auditId!, all.length, 10))).toEqual([]);
});
