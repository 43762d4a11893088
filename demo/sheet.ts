import type { Props, SpaceComposer } from '../src/core/dxf/write/composer';

export interface TitleBlock {
  readonly firm: string;
  readonly title: string;
  readonly subtitle: string;
  readonly number: string;
  readonly scale: string;
  readonly date: string;
  readonly drawn: string;
  readonly sheet: string;
}

export interface FrameLayers {
  readonly frame: Props;
  readonly thin: Props;
  readonly text: Props;
  /** Text styles of the block; the drawing's plain one where there are none. */
  readonly styles?: { readonly cell: string; readonly value: string; readonly head: string };
}

/** Frame after ISO 5457 (20 mm at the filing edge, 10 mm elsewhere) and a title block 180 mm wide (ISO 7200). */
export function drawSheet(
  sheet: SpaceComposer,
  width: number,
  height: number,
  block: TitleBlock,
  layers: FrameLayers,
): void {
  const { frame, thin, text, styles } = layers;
  sheet.rectangle(frame, [20, 10], width - 30, height - 20);
  gridReferences(sheet, width, height, thin, text, styles?.value);
  const x = width - 10 - 180;
  const y = 10;
  sheet.rectangle(frame, [x, y], 180, 62);
  for (const dy of [14, 28, 48]) sheet.line(thin, [x, y + dy], [x + 180, y + dy]);
  for (const dx of [45, 90, 135]) sheet.line(thin, [x + dx, y], [x + dx, y + 28]);
  const cell = (column: number, row: number, label: string, value: string): void => {
    sheet.text(text, [x + column * 45 + 2, y + row * 14 + 10.2], styles ? 2.5 : 1.8, label, {
      style: styles?.cell,
    });
    if (value !== '')
      sheet.text(text, [x + column * 45 + 2, y + row * 14 + 3.2], 3.5, value, { style: styles?.value });
  };
  cell(0, 1, 'Scale', block.scale);
  cell(1, 1, 'Date of issue', block.date);
  cell(2, 1, 'Drawn', block.drawn);
  cell(3, 1, 'Sheet', block.sheet);
  cell(0, 0, 'Document', 'Drawing');
  cell(1, 0, 'Number', block.number);
  cell(2, 0, 'Approved', '');
  cell(3, 0, 'Project', 'OFT-2');
  sheet.text(text, [x + 3, y + 39.5], 5, block.title, { style: styles?.head });
  sheet.text(text, [x + 3, y + 32], 3.5, block.subtitle, { style: styles?.value });
  sheet.text(text, [x + 3, y + 52.5], 5, block.firm, { style: styles?.head });
}

function gridReferences(
  sheet: SpaceComposer,
  width: number,
  height: number,
  thin: Props,
  text: Props,
  style: string | undefined,
): void {
  const across = Math.round((width - 30) / 100);
  const up = Math.round((height - 20) / 100);
  for (let i = 0; i < across; i++) {
    const x = 20 + ((width - 30) * i) / across;
    if (i > 0)
      for (const [a, b] of [
        [5, 10],
        [height - 10, height - 5],
      ])
        sheet.line(thin, [x, a], [x, b]);
    for (const y of [7.5, height - 7.5])
      sheet.text(text, [x + (width - 30) / across / 2, y], 3.5, String(i + 1), {
        across: 'centre',
        up: 'middle',
        style,
      });
  }
  for (let i = 0; i < up; i++) {
    const y = height - 10 - ((height - 20) * i) / up;
    if (i > 0) {
      sheet.line(thin, [width - 10, y], [width - 5, y]);
      sheet.line(thin, [15, y], [20, y]);
    }
    for (const x of [17.5, width - 7.5])
      sheet.text(text, [x, y - (height - 20) / up / 2], 3.5, String.fromCharCode(65 + i), {
        across: 'centre',
        up: 'middle',
        style,
      });
  }
}

export function drawNorth(
  space: SpaceComposer,
  props: Props,
  x: number,
  y: number,
  size: number,
  /** A text style, and its height in units of the space. */
  letter?: { readonly style: string; readonly height: number },
): void {
  space.circle(props, [x, y], size);
  space.solid(props, [
    [x, y + size],
    [x, y + size],
    [x - size * 0.45, y - size * 0.7],
    [x, y - size * 0.4],
  ]);
  space.polyline(
    props,
    [
      [x, y + size],
      [x + size * 0.45, y - size * 0.7],
      [x, y - size * 0.4],
    ],
    false,
  );
  space.text(props, [x, y + size * 1.5], letter?.height ?? size * 0.6, 'N', {
    across: 'centre',
    up: 'middle',
    style: letter?.style,
  });
}
