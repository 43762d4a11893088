import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DxfWriter, point2d, point3d } from '@tarikjabiri/dxf';
import PlainWriter from 'dxf-writer';

/** Drawings made by writers that share no code with python3-ezdxf or with this project. */
export function otherWriters(folder: string): { name: string; file: string }[] {
  return [
    { name: 'by GDAL', file: byGdal(folder) },
    { name: 'by @tarikjabiri/dxf', file: byDxfWriter(folder) },
    { name: 'by dxf-writer', file: byPlainWriter(folder) },
  ];
}

function byGdal(folder: string): string {
  const source = join(folder, 'shapes.geojson');
  const target = join(folder, 'gdal.dxf');
  const feature = (layer: string, type: string, coordinates: unknown, text?: string) => ({
    type: 'Feature',
    properties: { Layer: layer, ...(text ? { Text: text } : {}) },
    geometry: { type, coordinates },
  });
  writeFileSync(
    source,
    JSON.stringify({
      type: 'FeatureCollection',
      features: [
        feature('0', 'LineString', [
          [0, 0],
          [12.5, 3.25],
          [20, -4],
        ]),
        feature('0', 'LineString', [
          [25_000_000.125, 6_000_000.5],
          [25_000_010.625, 6_000_020.75],
        ]),
        feature('0', 'Polygon', [
          [
            [0, 10],
            [10, 10],
            [10, 20],
            [0, 20],
            [0, 10],
          ],
          [
            [2, 12],
            [4, 12],
            [4, 15],
            [2, 12],
          ],
        ]),
        feature('0', 'Point', [7, 8]),
      ],
    }),
  );
  const run = spawnSync('ogr2ogr', ['-f', 'DXF', target, source], { encoding: 'utf8' });
  if (run.status !== 0) throw new Error(run.stderr);
  return target;
}

/** The npm registry's @tarikjabiri/dxf writes version 2007. */
function byDxfWriter(folder: string): string {
  const writer = new DxfWriter();
  writer.addLayer('Kante', 3, 'Continuous', 0);
  writer.setCurrentLayerName('Kante');
  writer.addLine(point3d(0, 0, 1), point3d(40, 30, -2));
  writer.addCircle(point3d(10, 12, 0), 4.5);
  writer.addArc(point3d(30, 12, 0), 6, 300, 75);
  writer.addEllipse(point3d(50, 20, 0), point3d(8, 3, 0), 0.4, 0.5, 5);
  writer.addPoint(3, 4, 5);
  writer.addText(point3d(0, 50, 0), 2.5, 'Kaimauer');
  writer.addLWPolyline([
    { point: point2d(0, 60), bulge: 0.6 },
    { point: point2d(10, 60) },
    { point: point2d(10, 70), bulge: -0.4 },
    { point: point2d(0, 72) },
  ]);
  writer.addSpline({
    controlPoints: [point3d(0, 80, 0), point3d(10, 95, 0), point3d(20, 70, 0), point3d(30, 85, 0)],
    degreeCurve: 3,
  });
  const symbol = writer.addBlock('Poller');
  symbol.addCircle(point3d(0, 0, 0), 2);
  symbol.addLine(point3d(-3, 0, 0), point3d(3, 0, 0));
  writer.addInsert('Poller', point3d(60, 60, 0), { rotationAngle: 30, scaleFactor: { x: 2, y: 1.5, z: 1 } });
  writer.addLinearDim(point3d(0, 100, 0), point3d(25, 100, 0), { offset: 5 });
  const target = join(folder, 'npm writer.dxf');
  writeFileSync(target, writer.stringify());
  return target;
}

/** The npm registry's dxf-writer writes a version of its own make: no handles in some records, wrong counts. */
function byPlainWriter(folder: string): string {
  const drawing = new PlainWriter();
  drawing.setUnits('Millimeters');
  drawing.addLayer('Achse', PlainWriter.ACI.RED, 'DASHDOT');
  drawing.setActiveLayer('Achse');
  drawing.drawLine(1, 2, 30, 40);
  drawing.drawArc(10, 20, 8, 200, 20);
  drawing.drawCircle(30, 20, 5);
  drawing.drawText(5, 60, 2.5, 15, 'Achse 1');
  drawing.drawPolyline(
    [
      [0, 70],
      [10, 70],
      [10, 80],
    ],
    true,
  );
  drawing.drawFace(0, 90, 1, 10, 90, 2, 10, 99, 3, 0, 98, 4);
  const target = join(folder, 'npm plain writer.dxf');
  writeFileSync(target, drawing.toDxfString());
  return target;
}
