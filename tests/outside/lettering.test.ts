import { correctDrawing } from '../../src/core/correct/correct';
import { textStyleOf } from '../../src/core/standard/lettering';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { auditPlanted, changedObjects, drawPlanted, pairs, plantedPairs, readElsewhere } from './planted';

// Faults of lettering and dimensions that another program planted: found at the right objects, put right, and nothing else.

const blank = blankStandard('Office');
const standard: Standard = {
  ...blank,
  layers: [layerOf({ name: 'NOTES', colour: { number: 3 }, widthMm: 0.25 })],
  lettering: {
    ...blank.lettering,
    styles: [textStyleOf('Note'), { ...textStyleOf('Title'), widthFactor: 0.8 }],
  },
};

/** Faults that a person decides on. */
const DECIDED = new Set(['height of theirs', 'style of theirs', 'words']);

const drawings = drawPlanted('make_lettering.py');

const ruleFamilies = /^(lettering|dimensions)\//;

describe.each(drawings)('%s', (name, made) => {
  const { path, planted, near } = made;
  const { bytes, findings } = auditPlanted(made, standard);
  const own = findings.filter(({ rule }) => ruleFamilies.test(rule));

  it('has exactly the faults that were planted, at their objects', () => {
    const found = pairs(own.filter(({ rule }) => rule !== 'lettering/style-changed'));
    expect(found).toEqual(plantedPairs(made));
    // One style is not the standard's: its letters are narrower.
    expect(
      own.filter(({ rule }) => rule === 'lettering/style-changed').map(({ message }) => message),
    ).toEqual(['Text style “TITLE” has another letter width than the standard.']);
    for (const handle of near) expect(own.flatMap(({ handles }) => handles)).not.toContain(handle);
  });

  it('is put right, opens elsewhere, and nothing else of it has changed', () => {
    const automatic = own.filter(({ correction }) => correction === 'automatic');
    const result = correctDrawing(bytes, standard, { findings: automatic.map(({ key }) => key) });
    if (!result.ok) throw new Error(result.problem.message);
    const { after, unsettled } = result.value;
    expect(unsettled).toEqual([]);
    const left = after.findings.filter(({ rule }) => ruleFamilies.test(rule));
    expect(left.flatMap(({ handles }) => handles).sort()).toEqual(
      [...DECIDED].flatMap((kind) => planted[kind] ?? []).sort(),
    );
    // A second run has nothing to do.
    const again = correctDrawing(result.value.bytes, standard, {
      findings: automatic.map(({ key }) => key),
    });
    if (!again.ok) throw new Error(again.problem.message);
    expect(again.value.changes).toEqual([]);

    const [before, now] = readElsewhere(path, result.value.bytes);

    const gone = [...(planted.empty ?? []), ...(planted['text twice'] ?? [])];
    const touched = new Set(
      Object.entries(planted)
        .filter(([kind]) => !DECIDED.has(kind))
        .flatMap(([, handles]) => handles),
    );
    expect(
      Object.keys(before.objects)
        .filter((handle) => !(handle in now.objects))
        .sort(),
    ).toEqual(gone.sort());
    const changed = changedObjects(before, now, name.startsWith('R12')).filter(
      (handle) => handle in now.objects,
    );
    for (const handle of changed) {
      // Pictures of dimensions show what the dimensions say now: their lettering, and nothing else of them.
      if (handle.startsWith('*')) expect(['TEXT', 'MTEXT']).toContain(now.objects[handle].type);
      else expect([handle, touched.has(handle)]).toEqual([handle, true]);
    }
    for (const handle of touched)
      if (!gone.includes(handle)) expect([handle, changed.includes(handle)]).toEqual([handle, true]);

    const attribs = (handle: string) => now.objects[handle].attribs;
    for (const handle of planted.height) expect(attribs(handle).height).toBe(2.5);
    for (const handle of planted['own looks']) expect(attribs(handle).width).toBe(1);
    for (const handle of planted['upside down'])
      expect(
        (Number(attribs(handle).rotation) - Number(before.objects[handle].attribs.rotation) + 360) % 360,
      ).toBeCloseTo(180, 9);
    for (const handle of planted.lies) expect(attribs(handle).text ?? '').toBe('');
    expect(attribs(planted['lies with words'][0]).text).toBe('<> TYP');
    expect((planted.inline ?? []).map((handle) => now.objects[handle].extra)).toEqual(
      (planted.inline ?? []).map((_, i) => [['{a font}', 'a height', 'a colour'][i]]),
    );
  });
});
