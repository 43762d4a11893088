// Writes a drawing with as many layers that no standard has as are asked for: tsx findings.ts 20000 findings.dxf
import { writeFileSync } from 'node:fs';
import { DrawingComposer } from '../../src/core/dxf/write/composer';

const WORDS = ['WALL', 'DOOR', 'PIPE', 'NOTE', 'KERB'];

const [, , count, path] = process.argv;
const file = new DrawingComposer({ version: 'AC1024', units: 4 });
for (let i = 0; i < Number(count); i++) {
  const layer = `${WORDS[i % WORDS.length]}-${String(i).padStart(5, '0')}`;
  file.layer({ name: layer, colour: 1 + (i % 7) });
  file.model.line({ layer }, [10 * (i % 200), i / 20], [10 * (i % 200) + 8, i / 20]);
}
writeFileSync(path, file.bytes());
