import type { Inspection } from '../core/inspect/inspect';

/** An inspection for a person at a terminal. */
export function inspectionText(file: string, found: Inspection): string {
  const lines: string[] = [
    file,
    `  version ${found.version}, ${found.form} form, ${found.codePage}, units ${found.units}`,
    `  extents ${found.extents ? found.extents.map((value) => Number(value.toPrecision(12))).join(', ') : 'empty'}`,
    `  objects ${found.counts.objects}`,
  ];
  const section = (title: string, rows: readonly string[]): void => {
    if (rows.length === 0) return;
    lines.push('', `${title} (${rows.length})`, ...rows.map((row) => `  ${row}`));
  };
  section(
    'Kinds',
    Object.entries(found.counts.kinds).map(([kind, count]) => `${String(count).padStart(7)}  ${kind}`),
  );
  section(
    'Sheets',
    found.layouts.map(
      ({ name, paperMm, objects, viewports }) =>
        `${name}: ${paperMm ? `${paperMm[0]} × ${paperMm[1]} mm` : 'paper not stated'}, ${objects} objects${viewports.map((view) => `; viewport ${view.scale ?? `${view.mmPerUnit} mm per unit`}${view.on ? '' : ' (off)'}`).join('')}`,
    ),
  );
  section(
    'Sheets in the model',
    found.sheets
      .filter(({ where }) => where === 'model')
      .map(
        ({ name, sizeName, scale, statedScale, agrees, sure }) =>
          `${name}: ${sizeName}, ${scale}${agrees === false ? `, states ${statedScale}` : ''}, sure ${sure}`,
      ),
  );
  section(
    'Layers',
    found.layers.map(
      (layer) =>
        `${String(layer.objects).padStart(7)}  ${layer.name}  ${layer.colour}  ${layer.linetype}  ${layer.widthMm === null ? 'default' : `${layer.widthMm} mm`}${layer.prints ? '' : '  does not print'}${layer.shows ? '' : '  hidden'}${layer.description ? `  — ${layer.description}` : ''}`,
    ),
  );
  section(
    'Linetypes',
    found.linetypes.map(
      ({ name, elements, words }) =>
        `${name}  ${elements.join(', ')}${words.length > 0 ? `  with ${words.join(', ')}` : ''}`,
    ),
  );
  section(
    'Text styles',
    found.textStyles.map(
      ({ name, font, height, objects }) =>
        `${String(objects).padStart(7)}  ${name}  ${font}${height > 0 ? `  ${height}` : ''}`,
    ),
  );
  section(
    'Dimension styles',
    found.dimensionStyles.map(({ name, objects }) => `${String(objects).padStart(7)}  ${name}`),
  );
  section('Parallel-line sets', found.parallelSets);
  section(
    'Symbols',
    found.symbols
      .filter((symbol) => !symbol.made)
      .map(({ name, placed, objects }) => `${String(placed).padStart(7)} ×  ${name}  (${objects} objects)`),
  );
  section(
    'Groups',
    found.groups.map(({ name, objects }) => `${String(objects).padStart(7)}  ${name}`),
  );
  section(
    'Refers to',
    found.references.map(({ kind, name, path }) => `${kind}  ${name}  ${path}`),
  );
  section(
    'Not understood, kept as it is',
    Object.entries(found.notUnderstood).map(([entity, count]) => `${String(count).padStart(7)}  ${entity}`),
  );
  if (found.lettersMissing > 0)
    lines.push('', `${found.lettersMissing} letters have no form in the shipped fonts.`);
  return `${lines.join('\n')}\n`;
}
