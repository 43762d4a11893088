import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { demoStandard } from '../../demo/standard';
import { crosswalkOf, decidedForOthers, memoryOf, remember, say, sayIfFitting } from './crosswalk';
import { database } from './database';
import { deleteDrawing } from './delete-drawing';
import { drawing, senderId, step, takeIn } from './drawings';
import { draft, editionInForce, importIntoDraft, issueDraft } from './editions';
import { addRevision, unchanged } from './revisions';

jest.mock('./pool', () => ({
  runTask: () => Promise.resolve({ ok: false, problem: { code: 'held', message: '', action: '' } }),
}));

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-memory-'));
  importIntoDraft(demoStandard, draft());
  issueDraft(draft()!, 'N. Brill', 'First');
});

/** A drawing as it came in, and an audit to hang revisions on. */
function drawingOf(name: string): { id: number; auditId: number } {
  const sha = name.padEnd(64, '0');
  const id = takeIn({ sha, size: 1 }, `${name}.dxf`, 'Brandt', 'Quay');
  const { lastInsertRowid } = database()
    .prepare(
      `INSERT INTO audits (sha, edition_id, edition_version, engine, verdict, must, should, note, head, made_at)
       VALUES (?, ?, 1, 1, 'held', 0, 0, 0, '{"sheets":[],"failures":[],"notChecked":[],"counts":{"objects":0,"layers":0,"symbols":0,"sheets":0,"kinds":{}}}', '')`,
    )
    .run(sha, editionInForce()!.id);
  const auditId = Number(lastInsertRowid);
  addRevision(id, null, unchanged({ sha, editionId: editionInForce()!.id, auditId, note: 'As received' }));
  return { id, auditId };
}

/** A correction that decided on one name. */
function decide({ id, auditId }: { id: number; auditId: number }, name: string, target: string): void {
  const { revision, currentSha, senderId: sender } = drawing(id)!;
  addRevision(
    id,
    revision,
    unchanged({
      sha: currentSha,
      editionId: editionInForce()!.id,
      auditId,
      note: `${name} becomes ${target}`,
    }),
  );
  remember(sender, id, revision + 1, [{ kind: 'layer', name, action: 'map', target }]);
}

const targets = (): Record<string, string> =>
  Object.fromEntries(crosswalkOf(senderId('Brandt')).map(({ name, target }) => [name, target]));

describe('what is remembered of a sender', () => {
  it('is forgotten when it is taken back, and what held before holds again', () => {
    const one = drawingOf('a');
    const two = drawingOf('b');
    decide(one, 'Walls', 'A-WALL');
    decide(two, 'walls', 'A-ROOF');
    expect(crosswalkOf(senderId('Brandt'))).toMatchObject([
      { name: 'walls', target: 'A-ROOF', usedIn: [{ name: 'b.dxf' }] },
    ]);
    step(two.id, -1);
    expect(targets()).toEqual({ Walls: 'A-WALL' });
    step(two.id, 1);
    expect(targets()).toEqual({ walls: 'A-ROOF' });
    step(two.id, -1);
    // Another step takes the place of the one that was taken back: it cannot come again.
    decide(two, 'Doors', 'A-DOOR');
    expect(targets()).toEqual({ Walls: 'A-WALL', Doors: 'A-DOOR' });
  });

  it('names every drawing in which it was decided so', () => {
    decide(drawingOf('a'), 'Walls', 'A-WALL');
    decide(drawingOf('b'), 'WALLS', 'A-WALL');
    expect(crosswalkOf(senderId('Brandt'))[0].usedIn.map(({ name }) => name)).toEqual(['b.dxf', 'a.dxf']);
  });

  it('stays when its drawing goes, but for what was taken back in it', () => {
    const one = drawingOf('a');
    decide(one, 'Walls', 'A-WALL');
    decide(one, 'Doors', 'A-DOOR');
    step(one.id, -1);
    deleteDrawing(one.id);
    expect(targets()).toEqual({ Walls: 'A-WALL' });
    expect(database().pragma('foreign_key_check')).toEqual([]);
  });

  it('holds refusals until the target is offered again, or decided for', () => {
    const sender = senderId('Brandt');
    const refused = (): string[] => memoryOf(sender).refusals.map(({ name, target }) => `${name} ${target}`);
    say(sender, { kind: 'layer', name: 'Water', action: 'refuse', target: 'A-DOOR' });
    say(sender, { kind: 'layer', name: 'WATER', action: 'refuse', target: 'V-WATR' });
    expect(refused()).toEqual(['Water A-DOOR', 'WATER V-WATR']);
    say(sender, { kind: 'layer', name: 'Water', action: 'offer', target: 'V-WATR' });
    expect(refused()).toEqual(['Water A-DOOR']);
    const one = drawingOf('a');
    decide(one, 'Water', 'A-DOOR');
    expect(refused()).toEqual([]);
    step(one.id, -1);
    expect(refused()).toEqual(['Water A-DOOR']);
  });

  it('is known for the names of others, as long as it holds', () => {
    const one = drawingOf('a');
    decide(one, 'Walls', 'A-WALL');
    const [brandt, hafner, lumen] = ['Brandt', 'Hafner', 'Lumen'].map(senderId);
    say(hafner, { kind: 'layer', name: 'WALLS', action: 'map', target: 'a-wall' });
    say(hafner, { kind: 'layer', name: 'Doors', action: 'map', target: 'A-DOOR' });
    say(hafner, { kind: 'linetype', name: 'walls', action: 'map', target: 'OHW-Axis' });
    say(hafner, { kind: 'layer', name: 'Doors', action: 'ask', target: '' });
    const known = (sender: number): unknown[] => [
      ...decidedForOthers(sender, [
        { kind: 'layer', name: 'walls' },
        { kind: 'layer', name: 'Doors' },
      ]),
    ];
    expect(known(lumen)).toEqual([['layer|walls', [{ to: 'A-WALL', senders: ['Brandt', 'Hafner'] }]]]);
    expect(known(brandt)).toEqual([['layer|walls', [{ to: 'a-wall', senders: ['Hafner'] }]]]);
    // What is undone is forgotten, for others too.
    step(one.id, -1);
    expect(known(lumen)).toEqual([['layer|walls', [{ to: 'a-wall', senders: ['Hafner'] }]]]);
    say(hafner, { kind: 'layer', name: 'Walls', action: 'map', target: 'A-ROOF' });
    expect(known(lumen)).toEqual([['layer|walls', [{ to: 'A-ROOF', senders: ['Hafner'] }]]]);
  });

  it('is of layers that the office has, and of no more than can be said by hand', () => {
    const sender = senderId('Brandt');
    const inForce = editionInForce();
    const word = { kind: 'layer', name: 'Walls' } as const;
    expect(sayIfFitting(sender, { ...word, action: 'map', target: 'NOWHERE' }, inForce)).toMatchObject({
      ok: false,
      problem: { code: 'no-layer' },
    });
    expect(sayIfFitting(sender, { ...word, action: 'refuse', target: 'a-wall' }, inForce).ok).toBe(true);
    expect(sayIfFitting(sender, { ...word, action: 'ask', target: '' }, inForce).ok).toBe(true);
    const put = database().prepare(
      `INSERT INTO memories (sender_id, folded, name, action, said_at) VALUES (?, ?, '', 'ask', '')`,
    );
    database().transaction(() => {
      for (let i = 0; i < 10_000; i++) put.run(sender, `N${i}`);
    })();
    expect(sayIfFitting(sender, { ...word, action: 'map', target: 'A-WALL' }, inForce)).toMatchObject({
      ok: false,
      problem: { code: 'too-many' },
    });
  });

  it('after any sequence of steps is as if what was taken back had not been', () => {
    const names = ['Walls', 'Doors', 'Grid'];
    const layers = ['A-WALL', 'A-DOOR', 'S-GRID'];
    const action = fc.oneof(
      {
        weight: 4,
        arbitrary: fc.record({
          do: fc.constant('decide' as const),
          at: fc.nat(1),
          name: fc.nat(2),
          to: fc.nat(2),
        }),
      },
      { weight: 3, arbitrary: fc.record({ do: fc.constant('undo' as const), at: fc.nat(1) }) },
      { weight: 2, arbitrary: fc.record({ do: fc.constant('redo' as const), at: fc.nat(1) }) },
      {
        weight: 1,
        arbitrary: fc.record({
          do: fc.constantFrom('refuse' as const, 'offer' as const, 'ask' as const),
          name: fc.nat(2),
          to: fc.nat(2),
        }),
      },
    );
    fc.assert(
      fc.property(fc.array(action, { maxLength: 25 }), (actions) => {
        process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-memory-'));
        importIntoDraft(demoStandard, draft());
        issueDraft(draft()!, 'N. Brill', 'First');
        const both = [drawingOf('a'), drawingOf('b')];
        const sender = senderId('Brandt');
        // Everything that was said, with the step that it hangs on; what was undone and replaced is gone.
        let said: { what: string; name: number; to: number; of: number; step: number }[] = [];
        const at = [0, 0];
        const most = [0, 0];
        for (const one of actions) {
          if (one.do === 'decide') {
            decide(both[one.at], names[one.name], layers[one.to]);
            said = said.filter(({ of, step: number }) => of !== one.at || number <= at[one.at]);
            most[one.at] = ++at[one.at];
            said.push({ what: 'map', name: one.name, to: one.to, of: one.at, step: at[one.at] });
          } else if (one.do === 'undo' || one.do === 'redo') {
            const by = one.do === 'undo' ? -1 : 1;
            const next = at[one.at] + by;
            expect(step(both[one.at].id, by).ok).toBe(next >= 0 && next <= most[one.at]);
            if (next >= 0 && next <= most[one.at]) at[one.at] = next;
          } else {
            say(sender, { kind: 'layer', name: names[one.name], action: one.do, target: layers[one.to] });
            said.push({ what: one.do, name: one.name, to: one.to, of: -1, step: 0 });
          }
          // What holds is what would hold had only the standing ones been said.
          const map = new Map<number, number>();
          const no = new Set<string>();
          for (const { what, name, to, of, step: number } of said) {
            if (of >= 0 && number > at[of]) continue;
            if (what === 'map') map.set(name, to);
            if (what === 'ask') map.delete(name);
            if (what === 'refuse') no.add(`${name} ${to}`);
            if (what === 'offer' || what === 'map') no.delete(`${name} ${to}`);
          }
          const { crosswalk, refusals } = memoryOf(sender);
          expect(Object.fromEntries(crosswalk.map(({ name, target }) => [name, target]))).toEqual(
            Object.fromEntries([...map].map(([name, to]) => [names[name], layers[to]])),
          );
          expect(
            refusals.map(({ name, target }) => `${names.indexOf(name)} ${layers.indexOf(target)}`).sort(),
          ).toEqual([...no].sort());
        }
      }),
      { numRuns: 25 },
    );
  });
});
