import { readFileSync, writeFileSync } from 'node:fs';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { inspect } from '../../src/core/inspect/inspect';
import { learnStandard } from '../../src/core/learn/learn';
import { drawPng, drawSvg, sceneOf } from '../../src/server/draw';

/**
 * Does everything with one drawing: reads, learns, audits, corrects, inspects and draws it.
 * Usage: FILE OUT. Prints what came of it as JSON; the corrected drawing is written to OUT.
 */
const [file, out] = process.argv.slice(2);
const bytes = new Uint8Array(readFileSync(file));
const drawing = readDrawing(bytes);
if (!drawing.ok) {
  process.stdout.write(JSON.stringify({ refused: drawing.problem }));
} else {
  const plain = { ...learnStandard(drawing.value, 'Plain'), layers: [] };
  const audited = audit(drawing.value, plain);
  const corrected = correctDrawing(bytes, plain);
  if (corrected.ok) writeFileSync(out, corrected.value.bytes);
  const scene = sceneOf(drawing.value, null);
  const svg = drawSvg(scene, 'limits', 'print');
  const png = await drawPng(scene, 'print', 40);
  process.stdout.write(
    JSON.stringify({
      findings: audited.findings.length,
      corrected: corrected.ok,
      objects: inspect(drawing.value).counts.objects,
      svg: svg.length,
      png: png.ok ? png.value.length : png.problem,
    }),
  );
}
