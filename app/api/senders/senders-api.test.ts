import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoStandard } from '../../../demo/standard';
import { readDelimited } from '../../../src/core/exchange/delimited';
import { crosswalkOf, say } from '../../../src/server/crosswalk';
import { database } from '../../../src/server/database';
import { draft, importIntoDraft, issueDraft } from '../../../src/server/editions';
import { POST as decide, GET as table } from './[id]/crosswalk/route';

jest.mock('@/server/pool', () => ({ runTask: () => Promise.reject(new Error('no work is done here')) }));

const ONE = 1;
beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-senders-'));
  importIntoDraft(demoStandard, draft());
  issueDraft(draft()!, 'N. Brill', 'First');
  database()
    .prepare("INSERT INTO senders (id, name, folded) VALUES (1, 'Brandt & Oduya', 'brandt & oduya')")
    .run();
  say(ONE, { kind: 'layer', name: 'Wände', action: 'map', target: 'A-WALL' });
});

const request = (query = '', body?: object): Request =>
  new Request(`http://localhost/api/senders/1/crosswalk${query}`, {
    headers: { host: 'localhost' },
    ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
  });
const at = (id: number) => ({ params: Promise.resolve({ id: String(id) }) });
const decision = (name: string, target: string, kind = 'layer') => ({
  kind,
  name,
  action: target === '' ? 'remove' : 'map',
  target,
});

describe('what a sender’s names stand for', () => {
  it('is a table, as text and as a workbook', async () => {
    const text = await table(request(), at(ONE));
    expect(text.headers.get('content-disposition')).toContain('Brandt');
    expect(readDelimited(await text.text()).slice(0, 2)).toEqual([
      ['Kind', 'Sender’s name', 'Stands for', 'Decided on'],
      ['layer', 'Wände', 'A-WALL', expect.stringMatching(/^\d{4}-\d\d-\d\d$/)],
    ]);
    const book = new Uint8Array(await (await table(request('?as=xlsx'), at(ONE))).arrayBuffer());
    expect([...book.slice(0, 2)]).toEqual([0x50, 0x4b]);
    expect((await table(request(), at(77))).status).toBe(404);
  });

  it('is decided for many names at once, and what holds already is not said again', async () => {
    const decisions = [decision('WÄNDE', 'A-WALL'), decision('Türen', 'a-door'), decision('tmp1', '')];
    const answer = await decide(request('', { decisions }), at(ONE));
    expect([answer.status, await answer.json()]).toEqual([200, { said: 2 }]);
    expect(crosswalkOf(ONE).map(({ name, action, target }) => [name, action, target])).toEqual([
      ['tmp1', 'remove', ''],
      ['Türen', 'map', 'a-door'],
      ['Wände', 'map', 'A-WALL'],
    ]);
    expect(await (await decide(request('', { decisions }), at(ONE))).json()).toEqual({ said: 0 });
  });

  it('is not decided for any of them where one is of no name of the office’s', async () => {
    const decisions = [decision('Türen', 'A-DOOR'), decision('Fenster', 'A-WINDOWS')];
    const answer = await decide(request('', { decisions }), at(ONE));
    expect(answer.status).not.toBe(200);
    expect((await answer.json()).problem.message).toBe('Edition 1 has no layer “A-WINDOWS”.');
    expect(crosswalkOf(ONE)).toHaveLength(1);
    expect((await decide(request('', { decisions: [{}] }), at(ONE))).status).toBe(400);
    expect((await decide(request('', { decisions: [] }), at(77))).status).toBe(404);
  });
});
