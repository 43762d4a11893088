import { demoStandard } from '../../../../demo/standard';
import type { ObjectKind } from '../../dxf/object-kinds';
import { layerOf } from '../../standard/standard';
import { LIKELY } from './likely';
import { propose } from './propose';

/**
 * Names of layers as senders write them, with what an office drafter would put them on; none where a person has to look.
 * Written down from practice before the words that are known were, and not out of them.
 */
const NAMES: readonly (readonly [string, ObjectKind, string])[] = [
  // Offices with short codes.
  ['A-WALL', 'line', 'A-WALL'],
  ['A-WALL-FULL', 'line', 'A-WALL'],
  ['A-WALL-PATT', 'fill', 'A-WALL S-FILL'],
  ['A_WALLS_NEW', 'polyline', 'A-WALL'],
  ['AR-WAL', 'line', 'A-WALL'],
  ['A-DOOR', 'symbol', 'A-DOOR'],
  ['A-DOOR-SWING', 'arc', 'A-DOOR'],
  ['A-DR', 'symbol', 'A-DOOR'],
  ['A-GLAZ', 'line', 'A-GLAZ'],
  ['A-GLAZ-SILL', 'line', 'A-GLAZ'],
  ['A-WIN', 'symbol', 'A-GLAZ'],
  ['A-ROOF-EDGE', 'polyline', 'A-ROOF'],
  ['A-ANNO-TEXT', 'text', 'G-TEXT'],
  ['A-ANNO-DIMS', 'dimension', 'G-DIMS'],
  ['A-ANNO-SYMB', 'symbol', 'G-SYMB'],
  ['A-ANNO-NOTE', 'text', 'G-TEXT'],
  ['A-ANNO-TTLB', 'line', 'G-TTLB'],
  ['S-GRID', 'line', 'S-GRID'],
  ['S-GRID-IDEN', 'symbol', 'S-GRID'],
  ['S-COLS', 'polyline', ''],
  ['S-BEAM', 'line', ''],
  ['S-CONC-CUT', 'polyline', 'S-CONC'],
  ['S-STEEL', 'line', 'S-STEL'],
  ['S-FNDN', 'polyline', ''],
  ['S-HIDDEN', 'line', 'S-HIDN'],
  ['S-HATCH', 'fill', 'S-FILL'],
  ['C-ROAD', 'polyline', 'C-ROAD'],
  ['C-ROAD-KERB', 'polyline', 'C-ROAD C-PAVE'],
  ['C-PVMT', 'polyline', 'C-PAVE'],
  ['C-STRM', 'polyline', ''],
  ['C-SSWR', 'polyline', ''],
  ['V-PROP-LINE', 'polyline', 'V-BNDY'],
  ['V-TOPO-MAJR', 'polyline', 'V-TOPO-MAJR'],
  ['V-TOPO-MINR', 'polyline', 'V-TOPO-MINR'],
  ['V-SPOT-ELEV', 'point', 'V-SPOT'],
  ['E-LITE', 'symbol', 'E-LITE'],
  ['E-LITE-EXTR', 'symbol', 'E-LITE'],
  ['E-POWR-CABL', 'polyline', 'E-POWR'],
  ['E-POWER', 'polyline', 'E-POWR'],
  ['F-HYDR', 'symbol', 'F-MAIN'],
  ['L-PLNT-TREE', 'symbol', 'L-PLNT'],
  ['L-PLANT', 'circle', 'L-PLNT'],
  ['G-VPRT', 'viewport', 'G-VIEW'],
  // Plain words.
  ['Walls', 'line', 'A-WALL'],
  ['walls internal', 'line', 'A-WALL'],
  ['EXTERNAL WALL', 'line', 'A-WALL'],
  ['Existing walls', 'line', 'V-EXST'],
  ['EXIST-BLDG', 'polyline', 'V-EXST'],
  ['Doors', 'symbol', 'A-DOOR'],
  ['door_leaf', 'line', 'A-DOOR'],
  ['Windows', 'symbol', 'A-GLAZ'],
  ['Glazing', 'line', 'A-GLAZ'],
  ['Roof outline', 'polyline', 'A-ROOF'],
  ['Canopy', 'polyline', 'A-ROOF'],
  ['Dimensions', 'dimension', 'G-DIMS'],
  ['DIM', 'dimension', 'G-DIMS'],
  ['dims-50', 'dimension', 'G-DIMS'],
  ['Text', 'text', 'G-TEXT'],
  ['TXT 2.5', 'text', 'G-TEXT'],
  ['Notes', 'text', 'G-TEXT'],
  ['Labels', 'text', 'G-TEXT'],
  ['Lettering', 'text', 'G-TEXT'],
  ['Hatching', 'fill', 'S-FILL'],
  ['HATCH-CONC', 'fill', 'S-FILL'],
  ['Concrete', 'polyline', 'S-CONC'],
  ['concrete outline', 'line', 'S-CONC'],
  ['Steelwork', 'line', 'S-STEL'],
  ['Steel beams', 'line', 'S-STEL'],
  ['Hidden edges', 'line', 'S-HIDN'],
  ['Grid', 'line', 'S-GRID'],
  ['Grid bubbles', 'circle', 'S-GRID'],
  ['Axes', 'line', 'S-GRID'],
  ['Title block', 'line', 'G-TTLB'],
  ['TITLEBLOCK', 'symbol', 'G-TTLB'],
  ['Sheet frame', 'polyline', 'G-TTLB'],
  ['BORDER', 'polyline', 'G-TTLB'],
  ['Viewports', 'viewport', 'G-VIEW'],
  ['VPORT_NOPLOT', 'viewport', 'G-VIEW'],
  ['North point', 'symbol', 'G-SYMB'],
  ['Symbols', 'symbol', 'G-SYMB'],
  ['Section marks', 'symbol', 'G-SYMB'],
  ['Boundary', 'polyline', 'V-BNDY'],
  ['Site limit', 'polyline', 'V-BNDY'],
  ['PROPERTY LINE', 'polyline', 'V-BNDY'],
  ['Contours major', 'polyline', 'V-TOPO-MAJR V-TOPO-MINR'],
  ['Contours minor', 'polyline', 'V-TOPO-MINR V-TOPO-MAJR'],
  ['Spot levels', 'text', 'V-SPOT'],
  ['Spot heights', 'point', 'V-SPOT'],
  ['Water edge', 'polyline', 'V-WATR'],
  ['Soundings', 'text', 'V-WATR'],
  ['Quay edge', 'polyline', 'C-QUAY-EDGE'],
  ['Cope line', 'polyline', 'C-QUAY-EDGE'],
  ['Fenders', 'symbol', 'C-QUAY-FEND'],
  ['Bollards', 'symbol', 'C-QUAY-FITT'],
  ['Ladders', 'symbol', 'C-QUAY-FITT'],
  ['Quay furniture', 'symbol', 'C-QUAY-FITT'],
  ['Paving', 'line', 'C-PAVE'],
  ['Kerbs', 'polyline', 'C-PAVE C-ROAD'],
  ['Roads', 'polyline', 'C-ROAD'],
  ['Lanes', 'polyline', 'C-ROAD'],
  ['Lighting', 'symbol', 'E-LITE'],
  ['Luminaires', 'symbol', 'E-LITE'],
  ['Navigation lights', 'symbol', 'E-NAVL'],
  ['Cables', 'polyline', 'E-POWR'],
  ['Shore power', 'symbol', 'E-POWR'],
  ['Fire main', 'polyline', 'F-MAIN'],
  ['Hydrants', 'symbol', 'F-MAIN'],
  ['Fuel', 'polyline', 'P-FUEL'],
  ['FUEL_LINE', 'polyline', 'P-FUEL'],
  ['Trees', 'circle', 'L-PLNT'],
  ['Shrubs', 'circle', 'L-PLNT'],
  ['Planting', 'symbol', 'L-PLNT'],
  ['Construction lines', 'line', 'G-WORK'],
  // Other languages.
  ['Waende', 'line', 'A-WALL'],
  ['Außenwände', 'line', 'A-WALL'],
  ['Innenwand', 'line', 'A-WALL'],
  ['Türen', 'symbol', 'A-DOOR'],
  ['Fenster', 'symbol', 'A-GLAZ'],
  ['Bemaßung', 'dimension', 'G-DIMS'],
  ['Schraffur', 'fill', 'S-FILL'],
  ['Achsen', 'line', 'S-GRID'],
  ['Bestand', 'polyline', 'V-EXST'],
  ['Grundstücksgrenze', 'polyline', 'V-BNDY'],
  ['Höhenlinien', 'polyline', 'V-TOPO-MAJR V-TOPO-MINR'],
  ['Plankopf', 'text', 'G-TTLB'],
  ['Straßenbeleuchtung', 'symbol', 'E-LITE'],
  ['Bäume', 'circle', 'L-PLNT'],
  ['Murs', 'line', 'A-WALL'],
  ['Portes', 'symbol', 'A-DOOR'],
  ['Cotation', 'dimension', 'G-DIMS'],
  ['Hachures', 'fill', 'S-FILL'],
  ['Cartouche', 'text', 'G-TTLB'],
  ['Béton', 'polyline', 'S-CONC'],
  ['Arbres', 'circle', 'L-PLNT'],
  ['Muros', 'line', 'A-WALL'],
  ['Puertas', 'symbol', 'A-DOOR'],
  ['Cotas', 'dimension', 'G-DIMS'],
  ['Ejes', 'line', 'S-GRID'],
  ['Textos', 'text', 'G-TEXT'],
  ['Muri', 'line', 'A-WALL'],
  ['Quote', 'dimension', 'G-DIMS'],
  ['Assi', 'line', 'S-GRID'],
  ['Muren', 'line', 'A-WALL'],
  ['Ściany', 'line', 'A-WALL'],
  ['Стены', 'line', 'A-WALL'],
  ['Двери', 'symbol', 'A-DOOR'],
  ['Размеры', 'dimension', 'G-DIMS'],
  ['Оси', 'line', 'S-GRID'],
  ['Рельеф', 'polyline', 'V-TOPO-MAJR V-TOPO-MINR'],
  ['Штамп', 'text', 'G-TTLB'],
  ['墙体', 'line', 'A-WALL'],
  ['门窗', 'symbol', 'A-DOOR A-GLAZ'],
  ['尺寸标注', 'dimension', 'G-DIMS'],
  ['轴线', 'line', 'S-GRID'],
  ['文字', 'text', 'G-TEXT'],
  ['壁', 'line', 'A-WALL'],
  ['寸法', 'dimension', 'G-DIMS'],
  ['通り芯', 'line', 'S-GRID'],
  ['照明', 'symbol', 'E-LITE'],
  // What a person has to look at: nothing of the office's is for it, or the letters mislead.
  ['SEWER', 'polyline', ''],
  ['Sewer manholes', 'circle', ''],
  ['V-WATER-SUPPLY', 'polyline', ''],
  ['SETBACK', 'polyline', ''],
  ['V-SETB', 'polyline', ''],
  ['Fence', 'polyline', ''],
  ['Control points', 'point', 'V-SPOT'],
  ['Flooring', 'line', ''],
  ['Floor tiles', 'line', ''],
  ['Texture', 'solid', ''],
  ['Dimmer', 'symbol', ''],
  ['Furniture', 'symbol', ''],
  ['Stairs', 'line', ''],
  ['Ceiling', 'line', ''],
  ['Sprinklers', 'symbol', ''],
  ['Gas', 'polyline', ''],
  ['Telecom', 'polyline', ''],
  ['Storm drain', 'polyline', ''],
  ['Rebar', 'line', ''],
  ['Pile caps', 'polyline', ''],
  ['Insulation', 'line', ''],
  ['Ducts', 'polyline', ''],
  ['Heizung', 'polyline', ''],
  ['Möbel', 'symbol', ''],
  ['Kanal', 'polyline', ''],
  ['Escaliers', 'line', ''],
  ['Layer1', 'line', ''],
  ['XREF', 'line', ''],
  ['0-TEMP', 'line', ''],
  ['Defpoints2', 'point', ''],
  ['misc', 'line', ''],
  ['PEN_7', 'line', ''],
  ['Kopie von 3', 'line', ''],
  ['Pond', 'polyline', ''],
  ['Roadworks phase 2', 'polyline', 'C-ROAD'],
  ['Walkway', 'polyline', ''],
  ['Doorbell', 'symbol', ''],
  ['Wallpaper', 'line', ''],
  ['Watermain', 'polyline', ''],
  ['Underground', 'polyline', ''],
  ['Background', 'image', ''],
];

describe('names as senders write them', () => {
  const found = NAMES.map(([name, kind, wanted]) => {
    const [best] = propose(demoStandard, { name, kinds: new Map([[kind, 14]]) });
    return { name, wanted: wanted.split(' ').filter(Boolean), best };
  });

  it('of at least 150, what is likely or better is right in at least 95 of 100', () => {
    expect(NAMES.length).toBeGreaterThanOrEqual(150);
    const likely = found.filter(({ best }) => best && best.likeness >= LIKELY);
    const wrong = likely.filter(({ wanted, best }) => !wanted.includes(best.to));
    if (process.env.SHOW_NAMES)
      for (const { name, wanted, best } of found)
        if (
          wanted.includes(best?.to) !== best?.likeness >= LIKELY ||
          (best?.likeness >= LIKELY && !wanted.includes(best.to))
        )
          console.log(
            name,
            '→',
            wanted.join('|') || '-',
            best?.to,
            best?.likeness.toFixed(2),
            best?.reasons.join('; '),
          );
    expect(wrong.length / likely.length).toBeLessThanOrEqual(0.05);
  });

  it('most that an office has a layer for are likely', () => {
    const known = found.filter(({ wanted }) => wanted.length > 0);
    const hit = known.filter(({ wanted, best }) => best?.likeness >= LIKELY && wanted.includes(best.to));
    expect(hit.length / known.length).toBeGreaterThanOrEqual(0.75);
  });

  it('nothing is likely by its letters alone', () => {
    for (const name of [
      'SEWER',
      'Concreet',
      'WALX',
      'DIMENSOINS',
      'Doorr',
      'Powder',
      'Texture',
      'Fence',
      'Gridle',
    ])
      for (const kind of ['line', 'symbol', 'text', 'dimension'] as const)
        for (const { likeness, to } of propose(demoStandard, { name, kinds: new Map([[kind, 9]]) }))
          expect([name, kind, to, likeness < LIKELY]).toEqual([name, kind, to, true]);
  });

  it('words of the meanings that lines have count as ground', () => {
    const [best] = propose(demoStandard, { name: 'Overhead', kinds: new Map([['line', 4]]) });
    expect(best).toMatchObject({ to: 'A-ROOF' });
    // Ready-made meanings have words as well: a setback is a setback, though the office wrote down none for it.
    const own = {
      ...demoStandard,
      meanings: [
        ...demoStandard.meanings.filter(({ name }) => name !== 'setback'),
        { name: 'setback', linetype: 'OHW-Hidden', role: '', words: [], clause: '', notes: '' },
      ],
      layers: [
        ...demoStandard.layers.filter(({ name }) => name !== 'V-SETB'),
        layerOf({ name: 'V-LIMT', meaning: 'setback', kinds: ['line'] }),
      ],
    };
    const [setback] = propose(own, { name: 'SETB', kinds: new Map([['line', 4]]) });
    expect(setback).toMatchObject({ to: 'V-LIMT' });
    expect(setback.likeness).toBeGreaterThanOrEqual(LIKELY);
  });
});
