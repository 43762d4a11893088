/**
 * A drawing whose first dimension is sized on paper for scales, as the format keeps them: in dictionaries that hang on it. No
 * program that draws here writes those.
 */
export function sizedOnPaperFor(
  text: string,
  scales: readonly (readonly [name: string, paper: number, units: number])[],
): string {
  const dictionary = (
    handle: string,
    owner: string,
    entries: readonly (readonly [string, string])[],
  ): string[] => [
    ...['0', 'DICTIONARY', '5', handle, '330', owner, '100', 'AcDbDictionary', '281', '1'],
    ...entries.flatMap(([name, to]) => ['3', name, '350', to]),
  ];
  const lines = text.split(/\r?\n/);
  const dimension = lines.findIndex((line, i) => line === 'DIMENSION' && lines[i - 1].trim() === '0');
  const handle = lines.findIndex((line, i) => i > dimension && line.trim() === '5');
  const objects = [
    ...dictionary('F001', lines[handle + 1].trim(), [['AcDbContextDataManager', 'F002']]),
    ...dictionary('F002', 'F001', [['ACDB_ANNOTATIONSCALES', 'F003']]),
    ...dictionary(
      'F003',
      'F002',
      scales.map((_, i) => [`*A${i + 1}`, `F1${i}0`]),
    ),
    ...scales.flatMap(([name, paper, units], i) => [
      ...['0', 'ACDB_ALDIMOBJECTCONTEXTDATA_CLASS', '5', `F1${i}0`, '330', 'F003'],
      ...['100', 'AcDbObjectContextData', '70', '4', '290', '1', '100', 'AcDbAnnotScaleObjectContextData'],
      ...['340', `F1${i}1`],
      ...['0', 'SCALE', '5', `F1${i}1`, '330', '0', '100', 'AcDbScale', '70', '0', '300', name],
      ...['140', String(paper), '141', String(units), '290', '0'],
    ]),
  ];
  const section = lines.findIndex((line, i) => line === 'OBJECTS' && lines[i - 1].trim() === '2');
  const end = lines.findIndex((line, i) => i > section && line === 'ENDSEC');
  lines.splice(end - 1, 0, ...objects);
  lines.splice(handle + 2, 0, '102', '{ACAD_XDICTIONARY', '360', 'F001', '102', '}');
  return lines.join('\n');
}
