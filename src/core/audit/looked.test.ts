import { readDrawing } from '../dxf/read/interpret';
import { PLAIN_RULE } from '../standard/rule-settings';
import type { Standard } from '../standard/standard';
import { audit } from './engine';
import { FAMILIES, type Family, type Looked, leftOpen } from './families';
import type { Rule } from './rule';
import { RULES } from './rules';
import { bytesOf, GOOD, office, officeLayer, withSetting } from './rules/testing';

type Draw = Parameters<typeof bytesOf>[0]['draw'];

const plain: Draw = (file) => {
  file.layer(GOOD);
  file.model.line({ layer: 'WALL' }, [0, 0], [10, 0]);
};
const lettered: Draw = (file) => {
  plain(file);
  file.model.text({ layer: 'WALL' }, [0, 0], 2.5, 'Quay');
};
const standard = office([officeLayer('WALL')]);

function look(draw: Draw, of: Standard = standard, rules: readonly Rule[] = RULES) {
  const read = readDrawing(bytesOf({ draw }));
  if (!read.ok) throw new Error(read.problem.message);
  const { looked, verdict } = audit(read.value, of, rules);
  return { looked, verdict, of: (family: Family): Looked => looked.find((one) => one.family === family)! };
}
const rulesOf = (folder: string): Rule[] => RULES.filter(({ meta }) => meta.id.startsWith(`${folder}/`));

describe('what an audit looked at', () => {
  it('is said of every family, once', () => {
    expect(look(plain).looked.map(({ family }) => family)).toEqual([...FAMILIES]);
  });

  it('is all of the layers and pens where every rule was at work', () => {
    const { of } = look(plain);
    expect(of('layers')).toEqual({ family: 'layers', looked: 'checked', why: [] });
    expect(of('pens').looked).toBe('checked');
  });

  it('is settled where the drawing has none of it', () => {
    expect(look(plain).of('lettering')).toMatchObject({ looked: 'checked', why: ['none in the drawing'] });
    expect(look(plain).of('dimensions')).toMatchObject({ looked: 'checked', why: ['none in the drawing'] });
  });

  it('is not the lettering where the edition defines none', () => {
    const { of, looked, verdict } = look(lettered);
    expect(of('lettering')).toMatchObject({
      looked: 'not',
      why: ['the edition defines none'],
    });
    expect(verdict).toBe('released');
    expect(leftOpen(looked).map(({ family }) => family)).toContain('lettering');
  });

  it('is not what no rule looks at yet', () => {
    expect(look(plain).of('sheets')).toMatchObject({ looked: 'not', why: ['no rule yet'] });
  });

  it('says which rule is switched off, and that nothing is left when all are', () => {
    const [first] = rulesOf('pens');
    const off = rulesOf('pens').reduce((sum, rule) => withSetting(sum, rule, { on: false }), standard);
    expect(look(plain, withSetting(standard, first, { on: false })).of('pens')).toMatchObject({
      looked: 'partly',
      why: [`switched off: ${first.meta.title}`],
    });
    expect(look(plain, off).of('pens').looked).toBe('not');
  });

  it('says which rule failed', () => {
    const broken = RULES.map((rule): Rule => {
      if (rule !== rulesOf('pens')[0]) return rule;
      return {
        meta: rule.meta,
        check() {
          throw new Error('on purpose');
        },
      };
    });
    const { of, verdict } = look(plain, standard, broken);
    expect(of('pens')).toMatchObject({
      looked: 'partly',
      why: [`the rule failed: ${rulesOf('pens')[0].meta.title}`],
    });
    expect(verdict).toBe('held');
  });

  it('says what a rule cut off', () => {
    const cut = RULES.map(
      (rule): Rule =>
        rule === rulesOf('pens')[0]
          ? {
              meta: rule.meta,
              check({ notChecked }) {
                notChecked('Only the first 10 objects were looked at.');
                return [];
              },
            }
          : rule,
    );
    expect(look(plain, standard, cut).of('pens')).toMatchObject({
      looked: 'partly',
      why: ['Only the first 10 objects were looked at.'],
    });
  });

  it('is not the linetypes while the edition defines none', () => {
    expect(look(plain, { ...standard, linetypes: [] }).of('linetypes')).toMatchObject({
      looked: 'not',
      why: ['the edition defines none'],
    });
  });

  it('is not the units when no label tells the true size', () => {
    expect(look(plain).of('units')).toMatchObject({ looked: 'not' });
    const labelled: Draw = (file) => {
      file.layer(GOOD);
      for (let i = 0; i < 4; i++) {
        file.model.line({ layer: 'WALL' }, [0, i * 1000], [2500, i * 1000]);
        file.model.text({ layer: 'WALL' }, [1000, i * 1000 + 40], 90, '2.50 m');
      }
    };
    expect(look(labelled).of('units')).toMatchObject({
      looked: 'partly',
      why: ['the edition names no unit'],
    });
    const inMm = { ...standard, rules: { 'units/unit': { ...PLAIN_RULE, settings: { unit: 'mm' } } } };
    expect(look(labelled, inMm).of('units').looked).toBe('checked');
  });
});
