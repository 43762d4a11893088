// Kills the built application at random moments of intake, audit, correction and drafting, starts it again, and looks
// whether anything was lost, stuck, or does not fit together. Run by hand: node tests/kills/kills.mjs [kills] [seed]

import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';

const KILLS = Number(process.argv[2] ?? 60);
const PORT = 4197;
const BASE = `http://127.0.0.1:${PORT}`;
const data = mkdtempSync(join(tmpdir(), 'zinc-kills-'));
const env = { ...process.env, ZINC_WARDEN_DATA: data, ZINC_WARDEN_PORT: String(PORT) };

let state = Number(process.argv[3] ?? 7);
const random = () => {
  state = (state * 1103515245 + 12345) % 2147483648;
  return state / 2147483648;
};
const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

spawnSync('node_modules/.bin/tsx', ['demo/seed.ts'], { env, stdio: 'ignore' });
const drawings = readdirSync(join(data, 'files'), { recursive: true })
  .filter((name) => /[0-9a-f]{64}$/.test(name))
  .map((name) => readFileSync(join(data, 'files', name)));

let server = null;
async function start() {
  server = spawn('node', ['scripts/start.mjs'], { env, stdio: 'ignore', detached: true });
  for (let i = 0; i < 300; i++) {
    if ((await fetch(`${BASE}/api/drawings`).catch(() => null))?.ok) return;
    await sleep(50);
  }
  throw new Error('the application does not start');
}
function kill() {
  // The whole group: the process that serves and its workers.
  process.kill(-server.pid, 'SIGKILL');
}

const call = async (path, method = 'GET', body = undefined) => {
  const answer = await fetch(`${BASE}/api/${path}`, {
    method,
    ...(body === undefined ? {} : { body: body instanceof Uint8Array ? body : JSON.stringify(body) }),
  });
  return { status: answer.status, body: await answer.json().catch(() => null) };
};

/** What the application said it has: it must still have it after any kill. */
const promised = { drawings: new Map(), revisions: new Map(), draft: 0 };

/** Does something that a person does; what was answered is promised. */
async function work() {
  const dice = random();
  if (dice < 0.35) {
    const bytes = drawings[Math.floor(random() * drawings.length)];
    const answer = await call(
      `drawings?name=K-${Math.floor(random() * 1e6)}.dxf&sender=Brandt`,
      'POST',
      new Uint8Array(bytes),
    );
    if (answer.status === 201)
      promised.drawings.set(answer.body.id, createHash('sha256').update(bytes).digest('hex'));
    return;
  }
  if (dice < 0.5) {
    const begun = await call('standard/draft', 'POST', {});
    const { edition } = begun.body ?? {};
    if (!edition) return;
    const saved = await call('standard/draft', 'PUT', {
      id: edition.id,
      version: edition.version,
      standard: { ...edition.standard, name: `Office ${edition.version}` },
    });
    if (saved.status === 200) promised.draft = Math.max(promised.draft, saved.body.edition.version);
    return;
  }
  const list = (await call('drawings')).body?.drawings.filter((one) => one.state === 'ready') ?? [];
  const one = list[Math.floor(random() * list.length)];
  if (!one) return;
  if (dice < 0.85) {
    const answer = await call(`drawings/${one.id}/correct`, 'POST', { note: 'All' });
    if (answer.status === 200) {
      const now = (await call(`drawings/${one.id}`)).body;
      if (now) promised.revisions.set(one.id, Math.max(promised.revisions.get(one.id) ?? 0, now.revision));
    }
  } else await call(`drawings/${one.id}/audit`, 'POST', {});
}

/** Everything fits together in what lies on the disk. */
function examine(when) {
  const db = new Database(join(data, 'warden.sqlite'), { readonly: true });
  const fail = (what) => {
    throw new Error(`${when}: ${what}`);
  };
  if (db.pragma('integrity_check', { simple: true }) !== 'ok') fail('the database is damaged');
  if (db.pragma('foreign_key_check').length > 0) fail('a row points nowhere');
  const shas = db
    .prepare('SELECT original_sha AS sha FROM drawings UNION SELECT sha FROM revisions')
    .pluck()
    .all();
  for (const sha of shas) {
    const path = join(data, 'files', sha.slice(0, 2), sha);
    if (!existsSync(path)) fail(`the file ${sha} is lost`);
    if (createHash('sha256').update(readFileSync(path)).digest('hex') !== sha)
      fail(`the file ${sha} is half written`);
  }
  for (const [id, sha] of promised.drawings) {
    const row = db.prepare('SELECT original_sha FROM drawings WHERE id = ?').pluck().get(id);
    if (row !== sha) fail(`drawing ${id} is lost`);
  }
  for (const [id, revision] of promised.revisions) {
    const found = db
      .prepare('SELECT COUNT(*) FROM revisions WHERE drawing_id = ? AND number <= ?')
      .pluck()
      .get(id, revision);
    if (found !== revision + 1) fail(`a correction of drawing ${id} is lost`);
  }
  const torn = db
    .prepare(
      `SELECT COUNT(*) FROM revisions r WHERE r.audit_id IS NULL OR r.change_count <>
         (SELECT COALESCE(SUM(c.count), 0) FROM changes c WHERE c.revision_id = r.id)`,
    )
    .pluck()
    .get();
  if (torn > 0) fail('a revision has not all that belongs to it');
  const version = db.prepare(`SELECT MAX(version) FROM editions WHERE state = 'draft'`).pluck().get() ?? 0;
  if (version < promised.draft) fail('an edit of the draft is lost');
  db.close();
}

async function settle(when) {
  for (let i = 0; i < 1200; i++) {
    const list = (await call('drawings')).body?.drawings ?? [];
    if (list.length > 0 && list.every((one) => one.state === 'ready')) return list.length;
    await sleep(100);
  }
  const db = new Database(join(data, 'warden.sqlite'), { readonly: true });
  console.log(db.prepare(`SELECT id, name, state, problem FROM drawings WHERE state <> 'ready'`).all());
  console.log(db.prepare('SELECT * FROM jobs').all());
  throw new Error(`${when}: a drawing is stuck`);
}

try {
  await start();
  for (let k = 1; k <= KILLS; k++) {
    let running = true;
    const people = Promise.all(
      [0, 1, 2].map(async () => {
        while (running) await work().catch(() => sleep(20));
      }),
    );
    await sleep(50 + random() * 1500);
    kill();
    running = false;
    await people;
    examine(`kill ${k}`);
    await start();
    if (k % 10 === 0)
      console.log(`${k} kills, ${await settle(`kill ${k}`)} drawings, nothing lost, nothing stuck`);
  }
  const count = await settle('at the end');
  examine('at the end');
  const db = new Database(join(data, 'warden.sqlite'), { readonly: true });
  const left = db.prepare(`SELECT kind, state, error FROM jobs`).all();
  if (left.some(({ state: how }) => how !== 'failed' && how !== 'cancelled'))
    console.log('still at work:', left);
  console.log(
    `${KILLS} kills survived: ${count} drawings, ${promised.revisions.size} of them corrected, draft version ${promised.draft}`,
  );
} finally {
  kill();
}
