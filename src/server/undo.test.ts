import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { demoStandard } from '../../demo/standard';
import { DrawingComposer } from '../core/dxf/write/composer';
import { correctMany, lastBatch } from './correct-many';
import { correct, recheck } from './corrections';
import { listSenders, memoryOf } from './crosswalk';
import { database } from './database';
import { drawing, drawingDetail, listDrawings, senderId, step, takeIn } from './drawings';
import { draft, importIntoDraft, issueDraft } from './editions';
import { storeBytes } from './files';
import { scale } from './scaling';
import { waive } from './waivers';
import './work';

jest.mock('./pool', () => ({
  runTask: async (name: string, request: never) =>
    jest.requireActual('./worker/tasks').handlers[name](request),
}));

const until = async (done: () => boolean): Promise<void> => {
  for (let i = 0; i < 4000 && !done(); i++) await new Promise((resolve) => setTimeout(resolve, 2));
  expect(done()).toBe(true);
};

/** Lines on a layer of the sender's and on one of the office's, with colours of their own. */
function bytesOf(number: number): Uint8Array {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'Walls', colour: 1 });
  file.layer({ name: 'A-ROOF', colour: 3, widthMm: 0.18 });
  for (let i = 0; i < 3; i++) file.model.line({ layer: 'Walls', colour: 5 }, [number, i], [number + 9, i]);
  file.model.line({ layer: 'A-ROOF', colour: 6 }, [0, 0], [9, 9]);
  return file.bytes();
}

/** Tables that are the history of steps, or what was worked out on the way and is kept: all others have to be as they were. */
const HISTORY = new Set([
  'audits',
  'batches',
  'changes',
  'decisions',
  'finding_objects',
  'findings',
  'memories',
  'revisions',
  'uses',
]);

/** Everything in the database but the history of steps, and what holds of what is in that. */
function everything(): unknown {
  const db = database();
  const tables = db
    .prepare(`SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name`)
    .pluck()
    .all() as string[];
  return {
    rows: Object.fromEntries(
      tables
        .filter((table) => !HISTORY.has(table))
        .map((table) => [table, db.prepare(`SELECT * FROM ${table}`).all()]),
    ),
    memory: memoryOf(senderId('Brandt')),
    senders: listSenders(),
    list: listDrawings(),
    details: listDrawings().map(({ id }) => seen(id)),
  };
}

/** A drawing as its page shows it, but for the way forward. */
function seen(id: number): unknown {
  const { canRedo: _, ...rest } = drawingDetail(id)!;
  return rest;
}

const ACTIONS = ['correct', 'one cause', 'map', 'remove', 'scale', 'check', 'several'] as const;
type Action = (typeof ACTIONS)[number];

/** Does something to a drawing; what cannot be done now is left. */
async function act(id: number, action: Action): Promise<void> {
  const now = drawing(id)!;
  const decide = async (option: string, to?: string): Promise<void> => {
    const finding = drawingDetail(id)!.current!.findings.find(
      ({ rule, subject }) => rule === 'layers/unknown' && subject.layer === 'Walls',
    );
    if (finding)
      await correct(id, {
        findings: [],
        decisions: [{ finding: finding.key, option, ...(to ? { to } : {}) }],
        note: option,
      });
  };
  switch (action) {
    case 'correct':
      await correct(id, { note: 'All' });
      break;
    case 'one cause':
      await correct(id, { note: 'Own colours', rules: ['objects/own-colour'] });
      break;
    case 'map':
      await decide('become', 'A-WALL');
      break;
    case 'remove':
      await decide('remove');
      break;
    case 'scale':
      await scale(id, {
        request: { map: { factor: 2, turnRad: 0, to: [0, 0, 0] } },
        note: 'Twice',
        revision: now.revision,
      });
      break;
    case 'check':
      await recheck(id);
      break;
    case 'several':
      correctMany({ rule: 'layers/colour', drawings: [{ id, revision: now.revision }] });
      await until(() => lastBatch('layers/colour')!.open === 0);
  }
}

it('undo of any steps leaves everything as if they had not been, but for their history', async () => {
  let steps = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.record({
          at: fc.nat(1),
          what: fc.oneof(
            { weight: 3, arbitrary: fc.constantFrom(...ACTIONS) },
            { weight: 2, arbitrary: fc.constantFrom('undo' as const, 'redo' as const) },
          ),
        }),
        { minLength: 3, maxLength: 12 },
      ),
      async (actions) => {
        process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-undo-'));
        importIntoDraft(demoStandard, draft());
        issueDraft(draft()!, 'N. Brill', 'First');
        const ids = [0, 1].map((i) => takeIn(storeBytes(bytesOf(i)), `D-${i}.dxf`, 'Brandt', 'Quay'));
        await until(() => listDrawings().every(({ state }) => state === 'ready'));
        const [finding] = drawingDetail(ids[0])!.current!.findings;
        waive({
          drawing: ids[0],
          finding: finding.key,
          extent: 'cause',
          handles: [],
          scope: 'drawing',
          reason: 'agreed',
          by: 'K. Ode',
          until: `${new Date().getFullYear() + 1}-01-01`,
        });
        const before = everything();
        /** What each state of each drawing looked like, by its number. */
        const states = ids.map((id) => [seen(id)]);
        for (const { at, what } of actions) {
          const id = ids[at];
          const { revision } = drawing(id)!;
          if (what === 'undo' || what === 'redo') {
            if (!step(id, what === 'undo' ? -1 : 1).ok) continue;
            expect(seen(id)).toEqual(states[at][drawing(id)!.revision]);
            continue;
          }
          await act(id, what);
          if (drawing(id)!.revision === revision) continue;
          steps++;
          states[at].length = revision + 1;
          states[at].push(seen(id));
        }
        for (const id of ids) while (step(id, -1).ok);
        expect(everything()).toEqual(before);
      },
    ),
    { numRuns: 20 },
  );
  // It would hold of nothing done as well.
  expect(steps).toBeGreaterThan(20);
});
