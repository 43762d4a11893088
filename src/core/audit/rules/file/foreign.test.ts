import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fileForeign } from './foreign';

const standard = office([officeLayer('WALL')]);
const ON_WALL = { layer: 'WALL' } as const;
const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

/** Objects of these kinds, kept in forms of their own, and a line. */
const holding =
  (...entities: readonly string[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.model.line(ON_WALL, [0, 0], [10, 0]);
    for (const entity of entities) file.model.record(entity, ON_WALL, '', [{ code: 1, value: 'abc' }]);
  };

testRule(fileForeign, {
  accept: [
    {
      name: 'all kinds that the format describes',
      standard,
      draw: (file) => {
        holding()(file);
        file.model.circle(ON_WALL, [0, 0], 5);
        file.model.arc(ON_WALL, [0, 0], 5, 0, 90);
        file.model.line(ON_WALL, [5, 5], [5, 5]);
        file.model.text(ON_WALL, [0, 0], 2.5, '');
        file.model.dimension(ON_WALL, [0, 0], [10, 0], 5, 2.5);
      },
    },
  ],
  reject: [
    {
      name: 'bodies, documents, underlays, an add-on’s, and what nobody knows',
      standard,
      draw: holding('3DSOLID', 'REGION', 'OLE2FRAME', 'PDFUNDERLAY', 'ACAD_PROXY_ENTITY', 'GLOBE', 'GLOBE'),
      messages: [
        '1 solid body (3DSOLID): what is in it was not looked at, and not every program shows it.',
        '1 solid body (REGION): what is in it was not looked at, and not every program shows it.',
        '1 embedded document (OLE2FRAME): what is in it was not looked at, and not every program shows it.',
        '1 underlay of another file (PDFUNDERLAY): what is in it was not looked at, and not every program shows it.',
        '1 object of an add-on program (ACAD_PROXY_ENTITY): what is in it was not looked at, and not every program shows it.',
        '2 objects of a kind that is not known (GLOBE): what is in them was not looked at, and not every program shows them.',
      ],
      expected: 'objects that every program shows',
      found: 'solid body',
    },
  ],
});

it('finds what has coordinates that are no numbers, and removes it where a person says so, and nothing else', () => {
  const good = text(
    bytesOf({
      draw: (file) => {
        file.layer(GOOD);
        file.model.line(ON_WALL, [0, 0], [10, 0]);
        file.model.circle(ON_WALL, [77.5, 0], 5);
      },
    }),
  );
  const bytes = new TextEncoder().encode(
    good.replace('\n77.5\n', '\nnowhere\n').replace('\r\n77.5\r\n', '\r\nnowhere\r\n'),
  );
  expect(text(bytes)).toContain('nowhere');
  const [found, ...more] = findingsOf(bytes, standard, fileForeign);
  expect([found.message, more]).toEqual([
    '1 circle has coordinates or sizes that are no numbers: it is drawn as if 0 stood there.',
    [],
  ]);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'remove' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect([result.value.unsettled, result.value.after.counts.kinds]).toEqual([[], { line: 1 }]);
});
