import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';

const PORT = '4196';
const BASE = `http://127.0.0.1:${PORT}`;

const started: ChildProcess[] = [];
test.afterEach(() => {
  for (const child of started.splice(0)) child.kill('SIGKILL');
});

function start(folder: string, port = PORT) {
  const child = spawn('node', ['scripts/start.mjs'], {
    env: { ...process.env, ZINC_WARDEN_DATA: folder, ZINC_WARDEN_PORT: port },
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  started.push(child);
  let said = '';
  child.stderr.on('data', (part) => {
    said += part;
  });
  const ended = new Promise<number | null>((done) => child.on('exit', done));
  return { child, ended, said: () => said };
}

const answers = async (): Promise<boolean> =>
  (await fetch(`${BASE}/api/drawings`).catch(() => null))?.ok ?? false;

test('the server ends with whoever started it, however that came about, and leaves nothing behind', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'zinc-starter-'));
  const first = start(folder);
  await expect.poll(answers, { timeout: 60_000 }).toBe(true);

  // A second start at the same port says who has it.
  const second = start(folder);
  expect(await second.ended).toBe(1);
  expect(second.said()).toMatch(/Port 4196 is taken by process \d+ \(.*next/);
  expect(second.said()).toContain('ZINC_WARDEN_PORT');

  // Half an upload, as a kill leaves it: it is written by the megabyte.
  const half = request(`${BASE}/api/drawings?name=half.dxf`, { method: 'POST' });
  half.on('error', () => undefined);
  half.write('  0\nSECTION\n  2\nENTITIES\n'.repeat(120_000));
  const incoming = (): string[] => {
    const at = join(folder, 'incoming');
    return existsSync(at) ? readdirSync(at) : [];
  };
  await expect.poll(() => incoming().length, { timeout: 30_000 }).toBe(1);

  first.child.kill('SIGKILL');
  await expect.poll(answers, { timeout: 30_000 }).toBe(false);
  // It stops listening before it ends; as long as it is there, what is young may be its.
  const [server] = readdirSync(join(folder, 'processes'));
  const isThere = (): boolean => {
    try {
      return !/^State:\s+Z/m.test(readFileSync(`/proc/${server}/status`, 'utf8'));
    } catch {
      return false;
    }
  };
  await expect.poll(isThere, { timeout: 30_000 }).toBe(false);

  const third = start(folder);
  await expect.poll(answers, { timeout: 60_000 }).toBe(true);
  expect(incoming()).toEqual([]);
  third.child.kill('SIGTERM');
  expect(await third.ended).not.toBeNull();
});

test('a data folder that cannot be used is said at the start', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'zinc-starter-')), 'a file');
  writeFileSync(file, 'no folder');
  const { ended, said } = start(join(file, 'data'), '4195');
  expect(await ended).toBe(1);
  expect(said()).toContain('cannot be used');
  expect(said()).toContain('ZINC_WARDEN_DATA');
  expect(readFileSync(file, 'utf8')).toBe('no folder');
});

test('pages are shown in nobody’s frame, run nothing from elsewhere, and are not for other names', async ({
  request,
}) => {
  const page = await request.get('/');
  const policy = page.headers()['content-security-policy'];
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+'(;|$)/);
  expect(page.headers()['x-frame-options']).toBe('DENY');
  const nonce = /nonce-([^']+)/.exec(policy)![1];
  const scripts = [...(await page.text()).matchAll(/<script([^>]*)>/g)].map(([, attributes]) => attributes);
  expect(scripts.length).toBeGreaterThan(0);
  for (const attributes of scripts) expect(attributes).toContain(`nonce="${nonce}"`);
  for (const path of ['/', '/drawings/1', '/api/drawings', '/api/drawings/1/file']) {
    const answer = await request.get(path, { headers: { host: 'warden.elsewhere.test' } });
    expect([path, answer.status()]).toEqual([path, 403]);
    expect((await answer.json()).problem.action).toContain('ZINC_WARDEN_HOSTS');
  }
});
