import { expect, type Locator, type Page, test } from '@playwright/test';
import { demoStandard } from '../../demo/standard';
import { PLAIN_DIMENSION } from '../../src/core/standard/dimension-settings';
import { fillSchema } from '../../src/core/standard/fills';
import { NAMING_FORMS } from '../../src/core/standard/naming-forms';
import {
  checkStandard,
  type Standard,
  standardSchema,
  writeStandard,
} from '../../src/core/standard/standard';
import { OwnServer } from './own-server';

const office = new OwnServer(4194);
test.describe.configure({ mode: 'serial' });
test.beforeAll(office.start);
test.afterAll(office.stop);

/** A standard in which every setting has a value that can be changed: one or two definitions of each kind. */
const one = <T extends { name: string }>(list: readonly T[], ...names: string[]): T[] =>
  list.filter(({ name }) => names.includes(name));
const layer = demoStandard.layers.find(({ name }) => name === 'A-WALL')!;
const begun: Standard = {
  ...demoStandard,
  name: 'Every setting',
  edition: 'Draft 1',
  pens: { ...demoStandard.pens, byColour: [{ number: 4, widthMm: 0.35 }] },
  naming: { layers: NAMING_FORMS[1], files: null, symbols: null, styles: NAMING_FORMS[0] },
  dimensions: [
    {
      name: 'Every',
      use: 'All',
      base: 'Base',
      settings: { ...PLAIN_DIMENSION, textStyle: 'OHW-Dims' },
      clause: '7',
      notes: '',
    },
    { name: 'Base', use: '', base: null, settings: {}, clause: '', notes: '' },
    { name: 'Other base', use: '', base: null, settings: {}, clause: '', notes: '' },
  ],
  fills: [
    fillSchema.parse({
      name: 'LINES',
      material: 'Brick',
      lines: [{ angleDeg: 45, originMm: [1, 2], spacingMm: 3, shiftMm: 1, dashesMm: [5, -5] }],
    }),
    fillSchema.parse({ name: 'FADE', kind: 'gradient', colour: 4, secondColour: 5, gradientDeg: 30 }),
  ],
  parallels: [demoStandard.parallels[0]],
  symbols: [demoStandard.symbols[0]],
  linetypes: [
    {
      ...one(demoStandard.linetypes, 'OHW-Fuel')[0],
      elementsMm: [12, -6, 3, -4],
      symbols: [{ element: 3, symbol: 'ring', scale: 1, place: 'centred', upright: false }],
    },
    ...demoStandard.linetypes.filter(({ name }) => name !== 'OHW-Fuel'),
    {
      ...one(demoStandard.linetypes, 'OHW-Fuel')[0],
      name: 'OHW-Gas',
      words: one(demoStandard.linetypes, 'OHW-Fuel')[0].words.map((word) => ({ ...word, text: 'GAS' })),
      follows: 'OHW-Fuel',
    },
  ],
  rules: {},
  layers: [{ ...layer, role: 'cut', meaning: '' }, ...demoStandard.layers.filter((other) => other !== layer)],
};

type Values = Readonly<Record<string, string>>;

/** Puts another value into every control of a region, one after the other; `values` are for fields that take few. */
async function change(
  region: Locator,
  values: Values = {},
  without: readonly string[] = [],
): Promise<number> {
  // Some controls come and go with the values of others: each is marked once it has been seen to.
  const controls = region.locator(
    ':is(input:not([type=file], [type=search]), select, textarea):visible:enabled:not([data-seen])',
  );
  let changed = 0;
  while ((await controls.count()) > 0) {
    const { kind, label, value, options } = await controls.first().evaluate((element) => {
      const field = element as HTMLInputElement | HTMLSelectElement;
      for (const other of document.querySelectorAll('[data-now]')) other.removeAttribute('data-now');
      field.dataset.seen = '';
      field.dataset.now = '';
      return {
        kind: field instanceof HTMLSelectElement ? 'select' : field.type,
        label:
          field.getAttribute('aria-label') ??
          // The words alone: a label can hold its field, and a text field its first value.
          [...(field.labels?.[0]?.childNodes ?? [])]
            .filter((node) => node.nodeType === Node.TEXT_NODE)
            .map((node) => node.textContent)
            .join('')
            .trim(),
        value: field.value,
        options: field instanceof HTMLSelectElement ? [...field.options].map((option) => option.value) : [],
      };
    });
    const control = region.locator('[data-now]');
    if (without.includes(label) || VIEW_ONLY.has(label)) continue;
    const wanted = values[label];
    if (kind === 'checkbox') await control.click();
    else if (kind === 'select') {
      const at = options.indexOf(value);
      const next = wanted ?? options.slice(at + 1).find((option) => option !== '') ?? options[0];
      if (next === value) continue;
      await control.selectOption(next);
    } else {
      const number = value !== '' && Number.isFinite(Number(value));
      await control.fill(wanted ?? (number ? String(Number(value) + 1) : `${value}x`));
      await control.blur();
    }
    changed++;
  }
  return changed;
}

/** Controls that change the picture, not the standard. */
const VIEW_ONLY = new Set(['Scale of the picture', 'On a sloping host', 'Compare with']);

const editor = (page: Page): Locator => page.getByRole('complementary', { name: 'Editor' });
const open = async (page: Page, view: string): Promise<void> => {
  await page.goto(`${office.base}/standard?view=${view}`);
  await expect(editor(page)).toBeVisible();
};
const press = (page: Page, name: string | RegExp): Promise<void> =>
  editor(page).getByRole('button', { name, exact: true }).click();
const saved = (page: Page, words: string | RegExp) => expect(page.getByText(words).first()).toBeVisible();

async function draft(page: Page): Promise<Standard> {
  await page.goto(`${office.base}/standard?view=editions`);
  const href = await page.getByRole('link', { name: 'Export' }).first().getAttribute('href');
  const checked = checkStandard(await (await page.request.get(`${office.base}${href}`)).json());
  if ('faults' in checked) throw new Error(checked.faults[0].message);
  return checked.standard;
}

/** Takes a standard in as the draft that there is. */
async function takeIn(page: Page, standard: Standard): Promise<void> {
  const { edition } = await (
    await page.request.post(`${office.base}/api/standard/draft`, { data: {} })
  ).json();
  const answer = await page.request.post(
    `${office.base}/api/standard/import?draft=${edition.id}&version=${edition.version}`,
    { data: writeStandard(standard) },
  );
  expect(answer.ok()).toBe(true);
}

/** Every setting of the schema as a path without the places in lists: "layers.*.colour". */
function settingsOf(schema: unknown, path = ''): string[] {
  const node = schema as {
    anyOf?: unknown[];
    properties?: Record<string, unknown>;
    additionalProperties?: unknown;
    items?: unknown;
  };
  if (node.anyOf) {
    const made = node.anyOf.filter((each) => (each as { type?: string }).type !== 'null');
    return [...new Set(made.flatMap((each) => settingsOf(each, path)))];
  }
  const under = (name: string): string => (path === '' ? name : `${path}.${name}`);
  if (node.properties)
    return Object.entries(node.properties).flatMap(([name, each]) => settingsOf(each, under(name)));
  const each = node.additionalProperties;
  if (each && typeof each === 'object') return settingsOf(each, under('*'));
  const items = node.items as { properties?: unknown } | undefined;
  return items?.properties ? settingsOf(items, under('*')) : [path];
}

/** Paths whose values differ between two standards, named as in {@link settingsOf}. */
function differing(a: unknown, b: unknown, path = ''): string[] {
  if (JSON.stringify(a) === JSON.stringify(b)) return [];
  const under = (name: string): string => (path === '' ? name : `${path}.${name}`);
  const bothObjects = [a, b].every((each) => each !== null && typeof each === 'object');
  if (!bothObjects) return [path];
  if (Array.isArray(a) || Array.isArray(b)) {
    const [left, right] = [a as unknown[], b as unknown[]];
    if ([...left, ...right].some((each) => each === null || typeof each !== 'object')) return [path];
    return left.flatMap((each, i) => (right[i] === undefined ? [] : differing(each, right[i], under('*'))));
  }
  const record = RECORDS.has(path);
  return [...new Set([...Object.keys(a as object), ...Object.keys(b as object)])].flatMap((key) => {
    const below = under(record ? '*' : key);
    const nothing = record || RECORDS.has(below) ? {} : undefined;
    const of = (each: unknown): unknown => (each as Record<string, unknown>)[key] ?? nothing;
    // The settings of a rule are of one kind each: those in another kind are differences by themselves.
    return path === 'rules.*.settings' ? [below] : differing(of(a), of(b), below);
  });
}
/** Objects whose keys are names, not settings. */
const RECORDS = new Set(['rules', 'rules.*.settings']);

test('every setting of every kind can be changed in the browser', async ({ page }) => {
  test.setTimeout(600_000);
  page.setDefaultTimeout(30_000);
  expect(checkStandard(begun)).toHaveProperty('standard');
  await takeIn(page, begun);

  await page.goto(`${office.base}/standard?view=editions`);
  await page.getByLabel('Name of the standard').fill('Every setting of it');
  await page.getByRole('button', { name: 'Save the name' }).click();
  await saved(page, 'Saved in the draft.');

  await open(page, 'lettering');
  await change(editor(page), { 'Permitted heights, mm': '1.8, 2.5, 3.5, 4, 5, 7, 10' });
  await press(page, 'Save the heights');
  await saved(page, 'Heights are saved in the draft.');
  await page.getByRole('table').getByRole('button').first().click();
  await change(editor(page), { 'Slant, °': '10' });
  await press(page, 'Save the style');
  await saved(page, / is saved in the draft\./);

  await open(page, 'dimensions');
  const names = await page.getByRole('tab').allTextContents();
  expect(names).toHaveLength(8);
  for (const [i, name] of names.entries()) {
    await page.getByRole('tab').nth(i).click();
    // The name, the use and what it builds on stand above every group: once is enough.
    const done = i === 0 ? [] : ['Name', 'Use', 'Builds on', 'Notes', 'Clause'];
    const count = await change(
      editor(page),
      {
        'Builds on': 'Other base',
        Colour: '3',
        'Dimension line: colour': '5',
        'Extension lines: colour': '6',
        'Colour of the background': '4',
      },
      done,
    );
    expect(count, name).toBeGreaterThan(i === 0 ? 8 : 0);
  }
  await press(page, 'Save');
  await saved(page, 'Everyx is saved in the draft.');

  await open(page, 'fills');
  await change(editor(page), { Dashes: 'dash 4, gap 4', Colour: '3' }, ['Kind']);
  await press(page, 'Save');
  await saved(page, 'LINESX is saved in the draft.');
  await page.getByRole('button', { name: 'FADE', exact: true }).click();
  await change(editor(page), {}, ['Kind']);
  await press(page, 'Save');
  await saved(page, 'FADEX is saved in the draft.');
  await editor(page).getByLabel('Kind').selectOption('solid');
  await press(page, 'Save');

  await open(page, 'parallels');
  await change(editor(page), { Colour: '3', 'Fill, colour': '9' });
  await press(page, 'Save');
  await saved(page, / is saved in the draft\./);

  await open(page, 'symbols');
  await change(editor(page));
  await press(page, 'Save');
  await saved(page, / is saved in the draft\./);

  await open(page, 'linetypes');
  await page.getByRole('button', { name: 'OHW-Fuel', exact: true }).click();
  await change(editor(page), {
    Elements: 'dash 14, dot, gap 11 “FUEX”, dash 2, gap 4',
    'Height of the word, mm': '1.3',
    'Off the line by, mm': '0.2',
    'Times its size': '0.9',
  });
  await press(page, 'Save');
  await saved(page, 'OHW-Fuelx is saved in the draft.');
  // What follows it follows it under its new name, with its new dashes, until it stands on its own.
  await page.getByRole('button', { name: 'OHW-Gas', exact: true }).click();
  await expect(editor(page).getByLabel('Follows')).toHaveValue('OHW-Fuelx');
  await expect(editor(page).getByLabel('Elements')).toHaveValue(/^dash 14, dot, gap .* “GAS”/);
  await editor(page).getByLabel('Follows').selectOption('');
  await press(page, 'Save');
  await saved(page, 'OHW-Gas is saved in the draft.');
  await page.getByRole('button', { name: /^Line marks/ }).click();
  const marks = page.getByRole('dialog');
  await marks.getByLabel('Name of ring').fill('hoop');
  await marks.getByLabel('Name of ring').blur();
  await saved(page, 'ring is hoop now.');
  await marks.getByLabel('A character').fill('Ω');
  await marks.getByLabel('Of the face').selectOption('serif');
  await marks.getByRole('button', { name: 'Add the character' }).click();
  await saved(page, 'letter Ω is in the draft.');
  await page.getByRole('button', { name: 'Done' }).click();

  await open(page, 'meanings');
  await change(editor(page));
  await press(page, 'Save');
  await saved(page, / is saved in the draft\./);

  await open(page, 'layers');
  await page.getByRole('button', { name: 'A-WALL', exact: false }).first().click();
  await change(editor(page), { Colour: '#336699', Name: 'A-WALL-NEWW' });
  await press(page, 'Save');
  await saved(page, /A-WALL-NEWW is saved/);

  await open(page, 'names');
  await page.getByLabel('Name of the scheme').fill('Our names');
  await page.getByLabel('Name of the scheme').blur();
  await saved(page, 'The scheme is called “Our names” now.');
  for (const thing of ['layers', 'styles']) {
    await page.getByRole('tab', { name: thing }).click();
    const field = page.getByRole('button', { name: /\d$/ });
    await (thing === 'layers' ? field.last() : field.first()).click();
    const codes = (
      await editor(page)
        .getByLabel(/^Codes/)
        .inputValue()
    ).split('\n');
    await change(editor(page), {
      'Stands before it': '_',
      'Codes, one on a line: the code, then what it means': ['Z Sleeping', ...codes.slice(1)].join('\n'),
      'Characters that the code takes up, 0 for the whole field': '1',
    });
    await press(page, 'Save the field');
    await saved(page, /x is saved in the draft\./);
  }

  for (const thing of ['files', 'symbols']) {
    await page.getByRole('tab', { name: thing }).click();
    await page.getByRole('button', { name: 'Start from it' }).first().click();
    await saved(page, `“${NAMING_FORMS[0].name}” is the scheme of the draft now.`);
  }

  await open(page, 'working');
  await change(editor(page));
  await press(page, 'Save');
  await saved(page, 'Working content is saved in the draft.');

  await open(page, 'rules');
  await page.getByRole('button', { name: /^Linetype of the standard is another/ }).click();
  await change(editor(page), { Weight: 'note', 'What the length of an element may be off by, mm': '0.2' });
  await press(page, 'Save');
  await saved(page, /: saved in the draft\./);
  // What is found of some rules can be settled by the standard itself.
  await page.getByRole('button', { name: /^Content on a hidden layer/ }).click();
  await editor(page).getByLabel('What it finds is settled by').selectOption('remove');
  await press(page, 'Save');
  await saved(page, /: saved in the draft\./);

  // The pens save by themselves. Widths first that roles and layers can have; then the roles' names.
  await open(page, 'pens');
  await press(page, 'Permit it');
  await saved(page, 'is permitted now.');
  await editor(page).getByLabel('Default', { exact: true }).selectOption('0.35');
  await saved(page, 'Default is 0.35 mm now.');
  const [{ heavier, lighter }] = begun.pens.order;
  await editor(page).getByLabel('Heavier', { exact: true }).selectOption(heavier);
  await editor(page).getByLabel('Lighter', { exact: true }).selectOption(lighter);
  await editor(page).getByLabel('Times', { exact: true }).fill('1.1');
  await press(page, 'Add the order');
  await saved(page, `${heavier} is to be heavier than ${lighter}.`);
  await editor(page).getByLabel('Another colour, 1 to 255').fill('9');
  await press(page, 'Add the colour');
  await saved(page, 'Colour 9 prints at 0.35 mm.');
  await editor(page).getByLabel('Width of colour 9').selectOption('0.5');
  await saved(page, 'Colour 9 prints at 0.5 mm.');
  await press(page, 'Remove colour 4');
  await saved(page, 'Colour 4 is out of the table.');
  const [{ role }] = begun.pens.roles;
  await page.getByLabel(`Width of ${role}`, { exact: true }).selectOption('0.18');
  await saved(page, `${role} prints at 0.18 mm now.`);
  await page.getByLabel(`Name of ${role}`, { exact: true }).fill('heaviest');
  await page.getByLabel(`Name of ${role}`, { exact: true }).blur();
  await saved(page, `${role} is heaviest now.`);

  const after = await draft(page);
  const changed = new Set(differing(begun, after));
  // What a symbol looks like comes with it; its number in the file of shapes is nobody's choice.
  const given = new Set(['format', 'formatVersion', 'edition', 'lineMarks.*.number', 'lineMarks.*.strokes']);
  const wanted = settingsOf(standardSchema.toJSONSchema({ io: 'output', unrepresentable: 'any' }));
  expect(wanted.length).toBeGreaterThan(190);
  // Files and symbols had no scheme: they have a whole one now.
  expect(after.naming.files).toEqual(NAMING_FORMS[0]);
  expect(after.naming.symbols).toEqual(NAMING_FORMS[0]);
  // The form is the same for the names of all four; each setting is looked for in those of layers.
  expect([...changed].filter((path) => path.startsWith('naming.styles.')).length).toBeGreaterThan(5);
  const whole = /^naming\.(files|symbols|styles)\./;
  const missed = wanted.filter((path) => !given.has(path) && !whole.test(path) && !changed.has(path));
  expect(missed).toEqual([]);
  expect(after.lineMarks).toHaveLength(begun.lineMarks.length + 1);

  // It is all there after a restart, and what is exported is taken in as the same.
  await office.stop();
  await office.start();
  expect(writeStandard(await draft(page))).toBe(writeStandard(after));
  await takeIn(page, begun);
  expect(writeStandard(await draft(page))).not.toBe(writeStandard(after));
  await takeIn(page, after);
  expect(writeStandard(await draft(page))).toBe(writeStandard(after));
});
