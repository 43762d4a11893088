import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hexOf, rgbOf } from '../../src/core/dxf/colour';
import { entityOf, formatContainer, handleOf, kindOf, layerNameOf } from '../../src/core/dxf/drawing';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { Facts } from '../../src/core/facts/facts';
import { contains } from '../../src/core/geometry/hatch';
import { python } from './python';

interface Sheet {
  name: string;
  handle: string;
  scale: number;
  twist: number;
  limits: [number, number, number, number];
  frozen: string[];
  clip: [number, number][] | null;
  center: [number, number];
  size: [number, number];
  look_at: [number, number];
}

const folder = mkdtempSync(join(tmpdir(), 'zinc-facts-'));
const factsOf = (file: string): Facts => {
  const read = readDrawing(new Uint8Array(readFileSync(file)));
  if (!read.ok) throw new Error(read.problem.message);
  return new Facts(read.value, 0.25);
};

describe.each(
  python<{ version: string; file: string; sheets: Sheet[]; origin: [number, number] }[]>(
    'make_viewports.py',
    folder,
  ),
)('viewports of $version as python3-ezdxf made them', ({ file, sheets }) => {
  const facts = factsOf(file);
  const own = (sheet: Sheet) => facts.viewports.find(({ handle }) => handle === sheet.handle)!;

  it('are all known, at their scales', () => {
    expect(facts.viewports.map(({ sheet }) => sheet)).toEqual(sheets.map(({ name }) => name));
    for (const sheet of sheets) expect(own(sheet).mmPerUnit).toBeCloseTo(sheet.scale, 12);
  });

  it('show the region of the model that they show', () => {
    for (const sheet of sheets) {
      const { box, region, clipped } = own(sheet);
      expect(clipped).toBe(sheet.clip !== null);
      if (sheet.clip || sheet.twist !== 0) continue;
      for (const [i, value] of [box.minX, box.minY, box.maxX, box.maxY].entries())
        expect(Math.abs(value - sheet.limits[i])).toBeLessThan(1e-6 * Math.max(1, Math.abs(value)));
      expect(region).toHaveLength(8);
    }
  });

  it('are cut by the polygon that bounds them, and turned as they are turned', () => {
    for (const sheet of sheets.filter(({ clip, twist }) => clip || twist !== 0)) {
      // From the sheet to the model by hand: about the centre, by the scale, against the twist.
      const angle = (-sheet.twist * Math.PI) / 180;
      const toModel = ([x, y]: readonly [number, number]): [number, number] => {
        const [u, v] = [(x - sheet.center[0]) / sheet.scale, (y - sheet.center[1]) / sheet.scale];
        const [a, b] = [u + sheet.look_at[0], v + sheet.look_at[1]];
        return [a * Math.cos(angle) - b * Math.sin(angle), a * Math.sin(angle) + b * Math.cos(angle)];
      };
      const { region } = own(sheet);
      const [w, h] = [sheet.size[0] / 2, sheet.size[1] / 2];
      const [cx, cy] = sheet.center;
      const corners = sheet.clip ?? [
        [cx - w, cy - h],
        [cx + w, cy - h],
        [cx + w, cy + h],
        [cx - w, cy + h],
      ];
      for (const corner of corners) {
        const [x, y] = toModel(corner as [number, number]);
        const nearest = Math.min(
          ...Array.from({ length: region.length / 2 }, (_, i) =>
            Math.hypot(region[2 * i] - x, region[2 * i + 1] - y),
          ),
        );
        expect(nearest).toBeLessThan(1e-6 * Math.max(1, Math.abs(x), Math.abs(y)));
      }
    }
  });

  it('hide the layers that are frozen in them, and show the rest of what lies in them', () => {
    for (const sheet of sheets) expect([...own(sheet).hiddenLayers].sort()).toEqual(sheet.frozen);
    const { drawing } = facts;
    for (const row of drawing.containers[0].rows) {
      const seenIn = new Set(facts.appearances(row).map(({ viewport }) => viewport));
      const box = facts.box(row)!;
      for (const sheet of sheets) {
        const { region, hiddenLayers } = own(sheet);
        const hidden = hiddenLayers.has(layerNameOf(drawing, row).toLowerCase());
        if (hidden) expect(seenIn.has(sheet.handle)).toBe(false);
        // What has its middle in the region is certainly seen.
        else if (contains([...region], (box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2))
          expect([kindOf(drawing, row), seenIn.has(sheet.handle)]).toEqual([kindOf(drawing, row), true]);
      }
    }
  });
});

interface Seen {
  objects: {
    where: string;
    handle: string;
    type: string;
    box: [number, number, number, number] | null;
    look?: [string, string, string, number];
  }[];
}
const kinds = python<{ version: string; file: string; form: string }[]>('make_kinds.py', folder);
const read = python<Seen[]>('read_fully.py', ...kinds.map(({ file }) => file));

describe.each(kinds.map((one, i) => ({ ...one, seen: read[i] })))(
  'facts of every kind of object in $version ($form)',
  ({ file, seen }) => {
    const facts = factsOf(file);
    const { drawing } = facts;
    const whereOf = (row: number): string => {
      const where = formatContainer(drawing.containers[drawing.objects.container[row]]);
      return where.startsWith('sheet') ? 'sheet' : where;
    };
    const rowOf = (one: Seen['objects'][number]): number | undefined =>
      facts.rowsByHandle
        .get(one.handle)
        ?.find((row) => whereOf(row) === (one.where.startsWith('sheet') ? 'sheet' : one.where));

    it('agree on boxes, to a millionth', () => {
      let compared = 0;
      for (const one of seen.objects) {
        const row = rowOf(one);
        // Boxes with lettering in them depend on fonts, which no two programs share.
        if (
          row === undefined ||
          !one.box ||
          /TEXT|ATT|DIMENSION|TOLERANCE|MULTILEADER/.test(entityOf(drawing, row))
        )
          continue;
        const box = facts.box(row)!;
        const size = Math.max(1, ...one.box.map(Math.abs));
        for (const [i, value] of [box.minX, box.minY, box.maxX, box.maxY].entries())
          expect([one.type, handleOf(drawing, row), Math.abs(value - one.box[i]) / size < 1e-6]).toEqual([
            one.type,
            handleOf(drawing, row),
            true,
          ]);
        compared++;
      }
      if (seen.objects.some((one) => rowOf(one) !== undefined)) expect(compared).toBeGreaterThan(10);
    });

    it('agree on looks', () => {
      for (const one of seen.objects) {
        const row = rowOf(one);
        if (row === undefined || !one.look || one.where !== 'model') continue;
        const look = facts.look(row);
        expect([look.layer.toLowerCase(), hexOf(rgbOf(look.colour)), Math.max(0.01, look.widthMm)]).toEqual([
          one.look[0].toLowerCase(),
          one.look[1],
          one.look[3],
        ]);
      }
    });
  },
);
