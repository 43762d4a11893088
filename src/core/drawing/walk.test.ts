import { handleOf, kindOf } from '../dxf/drawing';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { EffectiveLooks } from './effective';
import { extentsOf, placementsOf } from './extents';
import { DEEPEST, Walk, type WalkSink } from './walk';

/** A drawing by the composer, its text changed where the composer has no word for something. */
function drawingOf(draw: (file: DrawingComposer) => void, change = (text: string): string => text) {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  draw(file);
  const read = readDrawing(new TextEncoder().encode(change(new TextDecoder().decode(file.bytes()))));
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
}

/** Flags of a layer's record, or its colour below zero, which switches it off. */
const layerWith =
  (name: string, code: number, value: number) =>
  (text: string): string =>
    text.replace(
      new RegExp(`(AcDbLayerTableRecord\\n\\s*2\\n${name}\\n(?:\\s*\\d+\\n.*\\n)*?\\s*${code}\\n).*`),
      `$1${value}`,
    );

interface Met {
  readonly what: string;
  readonly x: number;
  readonly y: number;
  readonly layer: string;
  readonly depth: number;
}

function walk(drawing: ReturnType<typeof drawingOf>, looking = true, most = Number.POSITIVE_INFINITY) {
  const met: Met[] = [];
  const left: string[] = [];
  const sink: WalkSink = {
    shape: (shape, { space, look, depth }) =>
      met.push({ what: shape.type, x: space[3], y: space[7], layer: look.layer, depth }),
    left: (what) => left.push(what),
    isFull: () => met.length >= most,
  };
  new Walk(drawing, sink, looking ? new EffectiveLooks(drawing, 0.25) : null).container(0);
  return { met, left };
}

const BOTH = (file: DrawingComposer): void => {
  file.layer({ name: 'WALL', colour: 3 });
  file.layer({ name: 'LAMP', colour: 4 });
  file.symbol('Lamp', (own) => {
    own.line({ layer: '0' }, [0, 0], [1, 0]);
    own.line({ layer: 'LAMP' }, [0, 0], [0, 1]);
  });
  file.model.place({ layer: 'WALL' }, 'Lamp', [10, 20]);
};

describe('a walk', () => {
  it('meets what is in symbols where it lies, on the layer that it takes from its placement', () => {
    expect(walk(drawingOf(BOTH)).met).toEqual([
      { what: 'path', x: 10, y: 20, layer: 'WALL', depth: 1 },
      { what: 'path', x: 10, y: 20, layer: 'LAMP', depth: 1 },
    ]);
  });

  it('leaves out all of a placement whose layer is frozen, and only what is on it where it is off', () => {
    expect(walk(drawingOf(BOTH, layerWith('WALL', 70, 1))).met).toEqual([]);
    expect(walk(drawingOf(BOTH, layerWith('WALL', 62, -3))).met.map(({ layer }) => layer)).toEqual(['LAMP']);
    expect(walk(drawingOf(BOTH, layerWith('LAMP', 70, 1))).met.map(({ layer }) => layer)).toEqual(['WALL']);
  });

  it('meets everything that has a place when it does not ask for looks', () => {
    expect(walk(drawingOf(BOTH, layerWith('WALL', 70, 1)), false).met).toHaveLength(2);
  });

  it('leaves out what is invisible, in the model and in symbols', () => {
    const hide = (text: string): string => text.replaceAll(/(\n\s*8\nHIDE\n)/g, '$1 60\n1\n');
    const drawing = drawingOf((file) => {
      file.symbol('Lamp', (own) => {
        own.line({ layer: 'HIDE' }, [0, 0], [1, 0]);
        own.circle({ layer: '0' }, [0, 0], 1);
      });
      file.model.line({ layer: 'HIDE' }, [0, 0], [1, 1]);
      file.model.place({ layer: '0' }, 'Lamp', [0, 0]);
      file.model.place({ layer: 'HIDE' }, 'Lamp', [9, 9]);
    }, hide);
    expect(walk(drawing).met).toMatchObject([{ what: 'ellipse', x: 0, y: 0 }]);
    expect(walk(drawing, false).met).toHaveLength(5);
  });

  it('meets each copy of a placement in rows and columns, turned with it', () => {
    const rows = (text: string): string =>
      text.replace(/(\n\s*2\nLamp\n\s*10\n)/, '\n 70\n2\n 71\n3\n 44\n5\n 45\n7\n 50\n90$1');
    const { met } = walk(drawingOf(BOTH, rows));
    expect(met).toHaveLength(12);
    const at = new Set(met.map(({ x, y }) => `${Math.round(x)}, ${Math.round(y)}`));
    // Two columns 5 apart and three rows 7 apart from (10, 20), a quarter turn to the left.
    expect([...at].sort()).toEqual(['-4, 20', '-4, 25', '10, 20', '10, 25', '3, 20', '3, 25']);
  });

  it('says what it could not enter, and goes on', () => {
    const drawing = drawingOf((file) => {
      file.symbol('Ring', (own) => {
        own.circle({ layer: '0' }, [0, 0], 1);
        own.place({ layer: '0' }, 'Ring', [5, 0]);
      });
      file.model.place({ layer: '0' }, 'Nowhere', [0, 0]);
      file.model.place({ layer: '0' }, 'Ring', [0, 0]);
      file.model.line({ layer: '0' }, [0, 0], [1, 1]);
    });
    const { met, left } = walk(drawing);
    expect(left).toEqual(['symbol without a definition', 'symbol inside itself']);
    expect(met.map(({ what }) => what)).toEqual(['ellipse', 'path']);
  });

  it('does not enter drawings that are only referred to', () => {
    const refer = (text: string): string =>
      text.replace(/(AcDbBlockBegin\n\s*2\nLamp\n\s*70\n)\s*\d+/, '$14');
    const { met, left } = walk(drawingOf(BOTH, refer));
    expect(met).toEqual([]);
    expect(left).toEqual(['drawing referred to']);
  });

  it('ends at symbols nested deeper than a drawing is meant to be', () => {
    const drawing = drawingOf((file) => {
      for (let i = 0; i <= DEEPEST + 5; i++)
        file.symbol(`S${i}`, (own) => {
          own.line({ layer: '0' }, [0, 0], [1, 0]);
          own.place({ layer: '0' }, `S${i + 1}`, [1, 0]);
        });
      file.model.place({ layer: '0' }, 'S0', [0, 0]);
    });
    const { met, left } = walk(drawing);
    expect(met).toHaveLength(DEEPEST);
    expect(met.at(-1)).toMatchObject({ x: DEEPEST - 1, depth: DEEPEST });
    expect(left).toEqual(['symbol inside itself']);
  });

  it('ends when enough was seen, though symbols multiply without end', () => {
    const drawing = drawingOf((file) => {
      for (let i = 0; i < 30; i++)
        file.symbol(`S${i}`, (own) => {
          for (let k = 0; k < 10; k++) own.place({ layer: '0' }, `S${i + 1}`, [k, 0]);
        });
      file.symbol('S30', (own) => own.line({ layer: '0' }, [0, 0], [1, 0]));
      file.model.place({ layer: '0' }, 'S0', [0, 0]);
    });
    expect(walk(drawing, true, 1000).met).toHaveLength(1000);
  });

  it('shows a form of a label in the drawing of the symbol only', () => {
    const form = (text: string): string =>
      text.replace(/\n {2}0\nTEXT\n/, '\n  0\nATTDEF\n').replace(/(\n\s*1\nNUMBER\n)/, '$1  2\nNUMBER\n');
    const drawing = drawingOf((file) => {
      file.symbol('Tag', (own) => own.text({ layer: '0' }, [0, 0], 2.5, 'NUMBER'));
      file.model.place({ layer: '0' }, 'Tag', [0, 0]);
    }, form);
    expect(walk(drawing).met).toEqual([]);
    const own: string[] = [];
    const { container } = drawing.symbols.get('tag')!;
    new Walk(drawing, { shape: ({ type }) => own.push(type) }, null).container(container);
    expect(own).toEqual(['text']);
  });
});

describe('extents and placements', () => {
  it('count a base point that is not the origin', () => {
    const drawing = drawingOf(BOTH, (text) =>
      text.replace(
        /(AcDbBlockBegin\n\s*2\nLamp\n\s*70\n\s*\d+\n\s*10\n)[^\n]*(\n\s*20\n)[^\n]*/,
        '$1100.0$250.0',
      ),
    );
    expect(drawing.symbols.get('lamp')!.base.slice(0, 2)).toEqual([100, 50]);
    expect(extentsOf(drawing, drawing.containers[0].rows[0])).toMatchObject({
      minX: -90,
      minY: -30,
      maxX: -89,
      maxY: -29,
    });
  });

  it('name symbols within symbols by the handles on the way', () => {
    const drawing = drawingOf((file) => {
      BOTH(file);
      file.symbol('Row', (own) => {
        own.place({ layer: '0' }, 'Lamp', [0, 0]);
        own.place({ layer: '0' }, 'Lamp', [3, 0]);
      });
      file.model.place({ layer: '0' }, 'Row', [50, 0], { scale: 2 });
    });
    const placed = placementsOf(drawing, 0);
    expect(placed.map(({ symbol, path }) => [symbol, path.length])).toEqual([
      ['Lamp', 1],
      ['Row', 1],
      ['Lamp', 2],
      ['Lamp', 2],
    ]);
    expect(placed.map(({ space }) => space[3])).toEqual([10, 50, 50, 56]);
    const handles = new Set(
      drawing.containers.flatMap(({ rows }) => rows.map((row) => handleOf(drawing, row))),
    );
    for (const { path } of placed) for (const handle of path) expect(handles).toContain(handle);
    expect(kindOf(drawing, drawing.containers[0].rows[0])).toBe('symbol');
  });
});
