import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ENGINE_VERSION } from '../../src/core/audit/engine-version';
import { beginningOf } from '../../src/ui/drawings/types';

/** How long the lists of an office take on the server, with so many drawings on file. ms, the median of several. */
export async function timeLists(drawings: number): Promise<Record<string, number>> {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-lists-'));
  const { database } = await import('../../src/server/database');
  const { importIntoDraft, issueDraft, editionInForce, listEditions } = await import(
    '../../src/server/editions'
  );
  const { lastDrawings, listDrawings, listProjects, senderId } = await import('../../src/server/drawings');
  const { listSenders } = await import('../../src/server/crosswalk');
  const { usesOnFile } = await import('../../src/server/uses');
  const { storeAudit } = await import('../../src/server/store-audit');
  const { packAudit } = await import('../../src/server/packing');
  const { audit, plainAudit } = await import('../../src/core/audit/engine');
  const { readDrawing } = await import('../../src/core/dxf/read/interpret');
  const { linkspan } = await import('../../demo/drawings');
  const { demoStandard } = await import('../../demo/standard');
  const taken = importIntoDraft(demoStandard, null);
  if (!taken.ok) throw new Error(taken.problem.message);
  issueDraft(taken.value, 'Bench', '');
  const used = editionInForce()!;
  const read = readDrawing(linkspan().bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const packed = packAudit(plainAudit(audit(read.value, used.standard)), []);
  const db = database();
  db.transaction(() => {
    for (let i = 0; i < drawings; i++) {
      const sha = i.toString(16).padStart(64, '0');
      const id = db
        .prepare(
          `INSERT INTO drawings (name, sender_id, project, received_at, original_sha, size, state, current_revision)
           VALUES (?, ?, ?, ?, ?, 1, 'ready', 0)`,
        )
        .run(
          `D-${i}.dxf`,
          senderId(`Sender ${i % 100}`),
          `Project ${i % 12}`,
          new Date(i * 1e6).toISOString(),
          sha,
        ).lastInsertRowid;
      const auditId = storeAudit(
        db,
        { sha, editionId: used.id, editionVersion: used.version, engine: ENGINE_VERSION },
        packed,
      );
      db.prepare(
        `INSERT INTO revisions (drawing_id, number, sha, edition_id, audit_id, note, made_at) VALUES (?, 0, ?, ?, ?, '', '')`,
      ).run(id, sha, used.id, auditId);
      db.prepare(`INSERT INTO uses (sha, kind, folded, objects) VALUES (?, 'layer', 'a-wall', 5)`).run(sha);
    }
  })();
  const pages: Record<string, () => unknown> = {
    desk: () => [beginningOf(listDrawings()), editionInForce()],
    drawings: () => beginningOf(listDrawings()),
    intake: () => [lastDrawings(20), listProjects()],
    senders: () => listSenders(),
    standard: () => [listEditions(), usesOnFile()],
  };
  const times: Record<string, number> = {};
  for (const [page, work] of Object.entries(pages)) {
    const runs = Array.from({ length: 9 }, () => {
      const start = performance.now();
      // What a page is given is written down for it: that is work of the server too.
      JSON.stringify(work());
      return performance.now() - start;
    }).sort((a, b) => a - b);
    times[page] = runs[4];
  }
  db.close();
  rmSync(process.env.ZINC_WARDEN_DATA, { recursive: true });
  return times;
}
