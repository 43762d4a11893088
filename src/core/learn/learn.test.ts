import { audit } from '../audit/engine';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import type { Standard } from '../standard/standard';
import { checkStandard } from '../standard/standard';
import { learnStandard } from './learn';

type Draw = (file: DrawingComposer) => void;

function readMade(draw: Draw) {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  draw(file);
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
}
const learn = (draw: Draw): Standard => learnStandard(readMade(draw), 'Kestrel Yard Studio');
const layerNames = (standard: Standard): string[] => standard.layers.map(({ name }) => name).sort();

describe('layers of a drawing known to be good', () => {
  it('come with how they look, what they are for, and what lies on them', () => {
    const { layers } = learn((file) => {
      file.linetype('Broken', '', [6, -2]);
      file.layer({
        name: 'WALL',
        colour: 3,
        linetype: 'Broken',
        widthMm: 0.5,
        description: 'Walls that carry',
        prints: false,
      });
      file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]);
      file.model.circle({ layer: 'WALL' }, [0, 0], 2);
    });
    expect(layers).toHaveLength(1);
    expect(layers[0]).toMatchObject({
      name: 'WALL',
      purpose: 'Walls that carry',
      colour: { number: 3 },
      linetype: 'Broken',
      widthMm: 0.5,
      prints: false,
      ownValuesAllowed: [],
    });
    expect([...layers[0].kinds].sort()).toEqual(['circle', 'line']);
  });

  it('that nothing lies on are learnt too; the reserved ones only where they are used', () => {
    const unused: Draw = (file) => file.layer({ name: 'SPARE', colour: 2 });
    expect(layerNames(learn(unused))).toEqual(['SPARE']);
    const used: Draw = (file) => {
      unused(file);
      file.model.line({ layer: '0' }, [0, 0], [1, 0]);
    };
    expect(layerNames(learn(used))).toEqual(['0', 'SPARE']);
    // Inside a symbol the base layer means that of its placement.
    const inside: Draw = (file) => {
      unused(file);
      file.symbol('Lamp', (own) => own.line({ layer: '0' }, [0, 0], [1, 0]));
      file.model.place({ layer: 'SPARE' }, 'Lamp', [0, 0]);
    };
    expect(layerNames(learn(inside))).toEqual(['SPARE']);
  });

  it('that only objects name are learnt as the first of them writes the name', () => {
    const draw: Draw = (file) => {
      file.model.line({ layer: 'Quay-Edge' }, [0, 0], [1, 0]);
      file.model.line({ layer: 'QUAY-EDGE' }, [0, 1], [1, 1]);
    };
    expect(layerNames(learn(draw))).toEqual(['Quay-Edge']);
  });

  it('take own values of their objects as approved', () => {
    const { layers, pens } = learn((file) => {
      file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
      file.model.line({ layer: 'WALL', colour: 1, widthMm: 0.35 }, [0, 0], [9, 0]);
      file.model.line({ layer: 'WALL', linetype: 'Continuous' }, [0, 0], [9, 0]);
    });
    expect(layers[0].ownValuesAllowed).toEqual(['colour', 'linetype', 'width']);
    expect(pens.seriesMm).toEqual([0.25, 0.35, 0.5]);
    expect(pens.defaultMm).toBe(0.25);
  });

  it('of odd scripts keep their names', () => {
    const draw: Draw = (file) => file.layer({ name: 'СТЕНЫ 壁', colour: 5 });
    expect(layerNames(learn(draw))).toEqual(['СТЕНЫ 壁']);
  });
});

describe('what was learnt', () => {
  const draw: Draw = (file) => {
    file.linetype('Broken', '', [6, -2]);
    file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
    file.layer({ name: 'TEXT', colour: 7, linetype: 'Broken' });
    file.model.line({ layer: 'WALL', colour: 1 }, [0, 0], [9, 0]);
    file.model.text({ layer: 'TEXT' }, [0, 0], 125, 'Bay 4');
    file.sheet('Plan', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 200, 100, [0, 0], 50);
  };

  it('is a standard, and its own drawing complies with it', () => {
    const standard = learn(draw);
    expect(checkStandard(standard)).toEqual({ standard });
    const { verdict, findings } = audit(readMade(draw), standard);
    expect(findings.map(({ message }) => message)).toEqual([]);
    expect(verdict).toBe('released');
  });

  it('is the same each time, and holds another drawing', () => {
    const standard = learn(draw);
    expect(learn(draw)).toEqual(standard);
    const other = readMade((file) => {
      draw(file);
      file.model.line({ layer: 'Stray' }, [0, 0], [1, 1]);
    });
    expect(audit(other, standard).findings.map(({ rule }) => rule)).toEqual(['layers/unknown']);
  });

  it('of an empty drawing is an empty standard, not a failure', () => {
    const standard = learn(() => undefined);
    expect(standard.layers).toEqual([]);
    expect(checkStandard(standard)).toEqual({ standard });
  });
});

describe('heights of a text style', () => {
  const learnt = (heights: readonly number[], fixed = 0) => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.layer({ name: 'TEXT', colour: 7 });
    file.textStyle({ name: 'Notes', font: 'txt', height: fixed, widthFactor: 1, slantDeg: 0 });
    file.sheet('A', 420, 297).viewport({ layer: 'TEXT' }, [210, 150], 380, 260, [0, 0], 50);
    for (const [i, height] of heights.entries())
      file.model.text({ layer: 'TEXT' }, [0, 300 * i - 3000], height, `Note ${i}`, { style: 'Notes' });
    const drawing = readDrawing(file.bytes());
    if (!drawing.ok) throw new Error(drawing.problem.message);
    const standard = learnStandard(drawing.value, 'Learnt');
    const { lettering } = standard;
    const style = lettering.styles.find(({ name }) => name === 'Notes')!;
    const found = audit(drawing.value, standard).findings.filter(({ rule }) => rule.startsWith('lettering/'));
    return { style: [style.heightMm, style.heights], heights: lettering.heightsMm, found: found.length };
  };

  it('are as the sheets show its texts of the model: one where they have one', () => {
    expect(learnt([125, 125, 125])).toEqual({ style: [2.5, 'its own'], heights: [2.5], found: 0 });
  });

  it('are left to each text where it fixes none and they print in several', () => {
    expect(learnt([125, 125, 125, 175, 175, 90])).toEqual({
      style: [2.5, 'any permitted'],
      heights: [1.8, 2.5, 3.5],
      found: 0,
    });
  });

  it('are one where a single text among many is another, and that one is found', () => {
    expect(learnt([...Array(19).fill(125), 250])).toEqual({
      style: [2.5, 'its own'],
      heights: [2.5],
      found: 1,
    });
  });
});
