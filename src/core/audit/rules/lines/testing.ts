import type { SpaceComposer } from '../../../dxf/write/space-composer';
import type { Case } from '../testing';

/** Lines on a sheet, 200 long, in the pattern 6, -2 of layer HIDDEN, each with a factor of its own. */
export const linesWithFactors =
  (factors: readonly number[], more: (sheet: SpaceComposer) => void = () => {}): Case['draw'] =>
  (file) => {
    file.layer({ name: 'HIDDEN', colour: 3, widthMm: 0.5, linetype: 'Broken' });
    const sheet = file.sheet('Plan', 297, 210);
    for (const [i, patternFactor] of factors.entries())
      sheet.line(
        { layer: 'HIDDEN', ...(patternFactor === 1 ? {} : { patternFactor }) },
        [0, 10 * i],
        [200, 10 * i],
      );
    more(sheet);
  };
