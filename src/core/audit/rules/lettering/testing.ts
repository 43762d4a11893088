import type { Drawing } from '../../../dxf/drawing';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer, SpaceComposer } from '../../../dxf/write/composer';
import { textStyleOf } from '../../../standard/lettering';
import type { Standard } from '../../../standard/standard';
import { GOOD, office, officeLayer } from '../testing';

/** An office with two text styles: notes of 2.5 mm, titles of 5 mm with narrow letters. */
export const lettered = (more: Partial<Standard['lettering']> = {}): Standard => {
  const standard = office([officeLayer('WALL')]);
  return {
    ...standard,
    lettering: {
      ...standard.lettering,
      styles: [
        textStyleOf('Note'),
        { ...textStyleOf('Title'), heightMm: 5, widthFactor: 0.8, clause: '6.2' },
      ],
      ...more,
    },
  };
};

/** Draws texts on an A3 sheet, in true mm. */
export const onSheet =
  (draw: (sheet: SpaceComposer, file: DrawingComposer) => void) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.textStyle({ name: 'Note', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
    file.textStyle({ name: 'Title', font: 'txt', height: 0, widthFactor: 0.8, slantDeg: 0 });
    file.textStyle({ name: 'Theirs', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
    draw(file.sheet('A', 420, 297), file);
  };

export const ON_WALL = { layer: 'WALL' } as const;
export const NOTE = { style: 'Note' } as const;

/** A drawing out of its bytes. */
export function opened(bytes: Uint8Array): Drawing {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
}
