import type { ReactElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { demoStandard } from '../../../demo/standard';
import { RULES } from '../../core/audit/rules';
import { settingFields } from '../../core/audit/settings';
import { PLAIN_RULE } from '../../core/standard/rule-settings';
import { blankStandard, layerOf, lineOf, type Standard } from '../../core/standard/standard';
import { DimensionsView } from './DimensionsView';
import { EditionsView } from './EditionsView';
import { FillsView } from './FillsView';
import { LayersView } from './LayersView';
import { LetteringView } from './LetteringView';
import { LinetypesView } from './LinetypesView';
import { MeaningsView } from './MeaningsView';
import { NamesView } from './NamesView';
import { ParallelsView } from './ParallelsView';
import { PensView } from './PensView';
import { RulesView, type RuleWords } from './RulesView';
import { SymbolsView } from './SymbolsView';
import type { EditionView } from './types';
import { WorkingView } from './WorkingView';

jest.mock('next/navigation', () => ({
  useRouter: () => ({ push: () => undefined, refresh: () => undefined }),
  useSearchParams: () => new URLSearchParams(),
}));

const save = async () => [];
const rules: readonly RuleWords[] = RULES.map(({ meta: { settings, ...meta } }) => ({
  ...meta,
  settings: settingFields(settings),
}));

/** Words of a page as a person reads them, without the marks around them. */
const textOf = (markup: string): string =>
  markup
    .replace(/<(option|textarea)[^>]*>/g, ' ')
    .replace(/<[^>]+>/g, ' ')
    .replace(/&#x27;/g, '’')
    .replace(/&amp;/g, '&')
    .replace(/\s+/g, ' ');
const show = (element: ReactElement): string => renderToStaticMarkup(element);
const controls = (markup: string): string[] => markup.match(/<(input|select|textarea)\b[^>]*>/g) ?? [];

const VIEWS: Readonly<Record<string, (standard: Standard, editable: boolean) => ReactElement>> = {
  layers: (standard, editable) => <LayersView {...{ standard, editable, save }} edition={1} />,
  pens: (standard, editable) => <PensView {...{ standard, editable, save }} />,
  linetypes: (standard, editable) => <LinetypesView {...{ standard, editable, save }} edition={1} />,
  meanings: (standard, editable) => <MeaningsView {...{ standard, editable, save }} edition={1} />,
  lettering: (standard, editable) => <LetteringView {...{ standard, editable, save }} edition={1} />,
  dimensions: (standard, editable) => <DimensionsView {...{ standard, editable, save }} edition={1} />,
  fills: (standard, editable) => <FillsView {...{ standard, editable, save }} edition={1} />,
  parallels: (standard, editable) => <ParallelsView {...{ standard, editable, save }} edition={1} />,
  symbols: (standard, editable) => <SymbolsView {...{ standard, editable, save }} edition={1} />,
  working: (standard, editable) => <WorkingView {...{ standard, editable, save }} />,
  names: (standard, editable) => <NamesView {...{ standard, editable, save }} edition={1} />,
  rules: (standard, editable) => <RulesView {...{ standard, editable, save }} edition={1} rules={rules} />,
};

describe.each(Object.entries(VIEWS))('the view of %s', (name, view) => {
  it('shows the demo, and lets nobody save while the edition is issued', () => {
    const markup = show(view(demoStandard, false));
    expect(textOf(markup).length).toBeGreaterThan(80);
    expect(markup).not.toMatch(/>Save</);
    const draft = show(view(demoStandard, true));
    expect(controls(draft).length).toBeGreaterThan(0);
  });

  it('shows an office that has nothing yet', () => {
    for (const editable of [true, false]) {
      const markup = show(view(blankStandard('New'), editable));
      expect(markup.length).toBeGreaterThan(100);
      expect(markup).not.toContain('undefined');
      expect(markup).not.toContain('NaN');
    }
  });

  it('shows names in other scripts and long ones whole, as text and never as marks', () => {
    const odd = '<b>Ωмега 壁 & co</b>';
    const long = 'L'.repeat(200);
    const standard: Standard = {
      ...demoStandard,
      layers: [layerOf({ name: odd }), layerOf({ name: long }), ...demoStandard.layers],
      linetypes: [...demoStandard.linetypes, lineOf({ name: odd, elementsMm: [3, -1] })],
      rules: { 'layers/colour': { ...PLAIN_RULE, exceptLayers: [odd] } },
      working: { layers: [odd], linetypes: [], textStyles: [], words: [] },
    };
    const markup = show(view(standard, true));
    expect(markup).not.toContain('<b>Ω');
    if (/layers|working|rules/.test(name)) expect(markup).toContain('&lt;b&gt;Ωмега 壁');
  });
});

describe('layers', () => {
  it('say what they are for, how they print, and how often they are used', () => {
    const [{ name, purpose }] = demoStandard.layers;
    const markup = show(
      <LayersView
        standard={demoStandard}
        editable={false}
        save={save}
        edition={1}
        onFile={new Map([[name.toLowerCase(), { objects: 212, drawings: 14 }]])}
      />,
    );
    expect(markup).toContain(name);
    expect(markup).toContain(purpose);
    expect(textOf(markup)).toContain('On 212 objects in 14 drawings on file.');
  });
});

describe('pens', () => {
  it('say which order is broken, with both widths', () => {
    const standard: Standard = {
      ...demoStandard,
      pens: {
        ...demoStandard.pens,
        roles: [
          { role: 'outline', widthMm: 0.18 },
          { role: 'dimension', widthMm: 0.25 },
        ],
        order: [{ heavier: 'outline', lighter: 'dimension', ratio: 2 }],
      },
      layers: [],
    };
    expect(textOf(show(VIEWS.pens(standard, false)))).toContain(
      'outline (0.18 mm) is not heavier than dimension (0.25 mm)',
    );
  });
});

describe('rules', () => {
  it('say what each checks, its weight, and whether a person is asked', () => {
    const text = textOf(show(VIEWS.rules(demoStandard, false)));
    for (const { title, what } of rules) {
      expect(text).toContain(title);
      expect(text).toContain(what);
    }
    expect(text).toContain('a person chooses');
    expect(text).toContain('by hand');
  });

  it('say what the office changed: off, another weight, what is left alone', () => {
    const standard: Standard = {
      ...demoStandard,
      rules: {
        'layers/unknown': { ...PLAIN_RULE, on: false },
        'layers/missing': { ...PLAIN_RULE, gravity: 'note' },
        'layers/colour': { ...PLAIN_RULE, exceptLayers: ['X-*'], exceptSymbols: ['Valve'] },
        'layers/width': { ...PLAIN_RULE, onlyDisciplines: ['civil'] },
      },
    };
    const decided = { ...standard, rules: { 'fills/sliver': { ...PLAIN_RULE, settledBy: 'remove' } } };
    expect(textOf(show(VIEWS.rules(decided, false)))).toContain('the standard: removed');
    const text = textOf(show(VIEWS.rules(standard, false)));
    expect(text).not.toContain('the standard: removed');
    expect(text).toContain('off');
    expect(text).toContain('was must');
    expect(text).toContain('X-*, Valve');
    expect(text).toContain('all but civil');
  });

  it('make their forms from their settings: a number with its unit, a switch, one of a few words', () => {
    const fields = (rule: Partial<RuleWords>): string =>
      show(
        <RulesView
          edition={1}
          standard={demoStandard}
          editable
          save={save}
          rules={[{ ...rules[0], ...rule, id: 'test/one', title: 'One' } as RuleWords]}
        />,
      );
    const markup = fields({
      settings: [
        {
          name: 'tolerance',
          title: 'How far off',
          unit: 'mm',
          description: '',
          type: 'number',
          byDefault: 0.5,
          min: 0,
          max: 9,
        },
        { name: 'words', title: 'Words too', unit: '', description: '', type: 'switch', byDefault: true },
        {
          name: 'basis',
          title: 'Measured on',
          unit: '',
          description: '',
          type: 'choice',
          byDefault: 'paper',
          choices: ['paper', 'model'],
        },
      ],
    });
    const text = textOf(markup);
    expect(textOf(fields({ ways: { remove: 'removed' } }))).toContain(
      'What it finds is settled by a person, each time the standard: removed',
    );
    expect(text).not.toContain('is settled by');
    expect(text).toContain('How far off, mm');
    expect(text).toContain('The rule’s own: 0.5 mm');
    expect(text).toContain('Words too');
    expect(markup).toMatch(/<option[^>]*>model<\/option>/);
    expect(text).toContain('the rule’s own: paper');
  });
});

describe('editions', () => {
  const edition = (more: Partial<EditionView>): EditionView => ({
    id: 1,
    number: 1,
    state: 'issued',
    label: 'Edition 1',
    version: 1,
    changedAt: '2026-10-01T08:00:00.000Z',
    issuedAt: '2026-10-02T08:00:00.000Z',
    issuedBy: 'N. Brill',
    note: 'First',
    withdrawnAt: null,
    withdrawnBy: null,
    withdrawnNote: '',
    steps: { undo: 0, redo: 0 },
    layerCount: 32,
    standard: demoStandard,
    ...more,
  });

  it('say who issued them and why, which is withdrawn, and what changed between two', () => {
    const before = edition({
      state: 'withdrawn',
      withdrawnAt: '2026-11-01T08:00:00.000Z',
      withdrawnBy: 'A. Reed',
      withdrawnNote: 'Superseded',
    });
    const standard = { ...demoStandard, layers: demoStandard.layers.slice(1) };
    const shown = edition({
      id: 2,
      number: 2,
      label: 'Edition 2',
      note: 'Without the first layer',
      standard,
    });
    const text = textOf(
      show(
        <EditionsView
          editions={[shown, before]}
          shown={shown}
          before={before}
          standard={standard}
          version={1}
          save={save}
        />,
      ),
    );
    expect(text).toContain('Without the first layer');
    expect(text).toContain('N. Brill');
    expect(text).toContain('withdrawn');
    expect(text).toContain(demoStandard.layers[0].name);
    expect(text).toContain('Edition 1 to Edition 2');
  });

  it('offer what can be made of one', () => {
    const shown = edition({});
    const markup = show(
      <EditionsView
        editions={[shown]}
        shown={shown}
        before={null}
        standard={demoStandard}
        version={1}
        save={save}
      />,
    );
    expect(markup).toContain('/api/standard/1/export');
    expect(markup).toContain('/api/standard/1/product?as=template-2010');
  });
});
