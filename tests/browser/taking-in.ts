import { type APIRequestContext, expect } from '@playwright/test';
import { demoStandard } from '../../demo/standard';

/**
 * Sends a drawing in and waits until it is read.
 * @param base address of the application; '' for the one that the tests share
 */
export async function sendIn(
  request: APIRequestContext,
  base: string,
  { name, sender, bytes }: { readonly name: string; readonly sender: string; readonly bytes: Uint8Array },
): Promise<number> {
  const query = new URLSearchParams({ name, sender, project: 'Ferry terminal' });
  const sent = await request.post(`${base}/api/drawings?${query}`, {
    data: Buffer.from(bytes),
    headers: { 'content-type': 'application/octet-stream' },
  });
  const { id } = (await sent.json()) as { id: number };
  await expect
    .poll(
      async () =>
        ((await (await request.get(`${base}/api/drawings/${id}`)).json()) as { state: string }).state,
      { timeout: 60_000 },
    )
    .toBe('ready');
  return id;
}

/** Puts the demo's standard in force. */
export async function issueDemo(request: APIRequestContext, base: string): Promise<void> {
  const begun = (await (await request.post(`${base}/api/standard/draft`)).json()) as {
    edition: { id: number; version: number };
  };
  const { id, version } = begun.edition;
  const taken = (await (
    await request.post(`${base}/api/standard/import?draft=${id}&version=${version}`, {
      data: Buffer.from(JSON.stringify(demoStandard)),
      headers: { 'content-type': 'application/octet-stream' },
    })
  ).json()) as { edition: { id: number; version: number } };
  const { edition } = taken;
  const issued = await request.post(`${base}/api/standard/issue`, {
    data: { id: edition.id, version: edition.version, issuedBy: 'N. Brill', note: 'First' },
  });
  expect(issued.ok()).toBe(true);
}
