import type { DrawingComposer } from '../../../dxf/write/composer';
import { lineOf } from '../../../standard/standard';
import { GOOD, office, officeLayer, testRule } from '../testing';
import { linesMeaning } from './meaning';

// Common practice, no source: a setback line is dashed; a property line is a long dash with two dots.
const standard = office(
  [officeLayer('WALL'), officeLayer('BOUND', { meaning: 'boundary', ownValuesAllowed: ['linetype'] })],
  {
    linetypes: [
      lineOf({ name: 'Continuous' }),
      lineOf({ name: 'Broken', elementsMm: [6, -2] }),
      lineOf({ name: 'Two dots', elementsMm: [12, -2, 0, -2, 0, -2] }),
    ],
    meanings: [
      { name: 'setback', linetype: 'Broken', role: '', words: ['setback'], clause: '5.1', notes: '' },
      { name: 'boundary', linetype: 'Two dots', role: '', words: ['boundary'], clause: '', notes: '' },
    ],
  },
);

/** A line on a layer of setbacks in a symbol, placed or not. */
const inSymbol =
  (placed: boolean, linetype?: string) =>
  (file: DrawingComposer): void => {
    file.linetype('Their dashes', '', [3, -1]);
    file.layer({ name: 'Site setback', colour: 1 });
    file.symbol('PARCEL', (parcel) =>
      parcel.line({ layer: 'Site setback', ...(linetype ? { linetype } : {}) }, [0, 0], [90, 0]),
    );
    if (placed) file.model.place({ layer: '0' }, 'PARCEL', [0, 0]);
  };

testRule(linesMeaning, {
  accept: [
    { name: 'a setback in a symbol that is dashed', standard, draw: inSymbol(true, 'Their dashes') },
    { name: 'one that takes its pattern from the placement', standard, draw: inSymbol(true, 'BYBLOCK') },
    { name: 'one in a symbol that is placed nowhere', standard, draw: inSymbol(false) },
    {
      name: 'a setback that is dashed, in whatever lengths',
      standard,
      draw: (file) => {
        file.linetype('Their dashes', '', [3, -1]);
        file.layer({ name: 'Site setback', colour: 1, linetype: 'Their dashes' });
        file.model.line({ layer: 'Site setback' }, [0, 0], [9, 0]);
      },
    },
    {
      name: 'texts that stand across a line, between two, far off, that only mention it, or that differ',
      standard,
      draw: (file) => {
        file.layer({ name: 'Lines', colour: 1 });
        const { model } = file;
        const row = (y: number): void => model.line({ layer: 'Lines' }, [0, y], [90, y]);
        const text = (y: number, words: string, angleDeg = 0): void =>
          model.text({ layer: 'Lines' }, [30, y], 2.5, words, { angleDeg });
        for (const y of [0, 50, 100, 150, 153, 200]) row(y);
        text(-3, 'Setback', 30);
        text(60, 'Setback');
        text(101, 'All work within the setback is subject to approval');
        text(150.5, 'Setback');
        text(201, 'Setback');
        text(196, 'Boundary');
      },
    },
    {
      name: 'texts on its layer, and layers that say nothing',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.layer({ name: 'Site setback', colour: 1 });
        file.model.text({ layer: 'Site setback' }, [0, 0], 1, 'a');
        file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]);
      },
    },
  ],
  reject: [
    {
      name: 'a setback in a symbol that is unbroken',
      standard,
      draw: inSymbol(true),
      messages: [
        '1 line inside symbol “PARCEL”, of meaning “setback” on layer “Site setback” reads as unbroken.',
      ],
    },
    {
      name: 'a line of no layer’s meaning with a text along it that says what it is',
      standard,
      draw: (file) => {
        file.layer({ name: 'Lines', colour: 1 });
        file.model.line({ layer: 'Lines' }, [0, 0], [90, 90]);
        file.model.text({ layer: 'Lines' }, [30, 32], 2.5, 'Building setback 3 m', { angleDeg: 45 });
      },
      messages: ['1 line on layer “Lines”, labelled “Building setback 3 m”, reads as unbroken.'],
      expected: 'dash (Broken)',
    },
    {
      name: 'a setback that is unbroken',
      standard,
      draw: (file) => {
        file.layer({ name: 'Site setback', colour: 1 });
        file.model.line({ layer: 'Site setback' }, [1, 2], [9, 0]);
      },
      messages: ['1 line of meaning “setback” on layer “Site setback” reads as unbroken.'],
      at: { space: 'model', x: 1, y: 2 },
      expected: 'dash (Broken)',
    },
  ],
});
