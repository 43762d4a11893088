import { linkspan } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { audit, plainAudit } from '../core/audit/engine';
import { MOST_LISTED } from '../core/audit/finding';
import type { Change } from '../core/audit/rule';
import { readDrawing } from '../core/dxf/read/interpret';
import { namedLayout, packAudit, packChanges, unpack } from './packing';

const read = readDrawing(linkspan().bytes);
if (!read.ok) throw new Error(read.problem.message);
const made = plainAudit(audit(read.value, demoStandard));

describe('a packed audit', () => {
  it('has a row for each finding, with what lists sort and filter by beside it', () => {
    const packed = packAudit(made, [namedLayout('Plan')]);
    expect(packed.verdict).toBe(made.verdict);
    expect(packed.findings).toHaveLength(made.findings.length);
    expect(Object.values(packed.counts).reduce((a, b) => a + b, 0)).toBe(made.findings.length);
    for (const [i, row] of packed.findings.entries()) {
      const finding = made.findings[i];
      expect(row).toMatchObject({
        rule: finding.rule,
        key: finding.key,
        weight: finding.weight,
        objects: finding.handles.length,
        layer: finding.subject.layer ?? '',
      });
      expect(JSON.parse(row.body)).toMatchObject({ message: finding.message, places: finding.places });
    }
    const head = JSON.parse(packed.head);
    expect(head.sheets).toEqual([namedLayout('Plan')]);
    expect(head.findings).toBeUndefined();
  });

  it('keeps all handles of a finding on many objects, and writes only some of them into its row', () => {
    const handles = Array.from({ length: 12_345 }, (_, i) => i.toString(16).toUpperCase());
    const many = { ...made, findings: [{ ...made.findings[0], handles }] };
    const [row] = packAudit(many, []).findings;
    expect(JSON.parse(row.body).handles).toEqual(handles.slice(0, MOST_LISTED));
    expect(unpack(row.handles!).split('\n')).toEqual(handles);
    expect(row.handles!.length).toBeLessThan(handles.join('\n').length / 2);
    expect(packAudit({ ...made, findings: [] }, []).findings).toEqual([]);
  });
});

describe('packed changes', () => {
  const change = (i: number): Change => ({
    rule: 'layers/width',
    handle: i.toString(16),
    kind: 'line',
    property: 'width',
    where: 'Ωмега 壁',
    before: `${i} mm`,
    after: '0.5 mm',
  });

  it.each([0, 1, 4999, 5000, 5001, 12_000])('of %i come back whole and in order', (count) => {
    const changes = Array.from({ length: count }, (_, i) => change(i));
    const packed = packChanges(changes);
    expect(packed.count).toBe(count);
    expect(packed.parts).toHaveLength(Math.ceil(count / 5000));
    expect(packed.parts.flatMap(({ body }) => JSON.parse(unpack(body)))).toEqual(changes);
    expect(packed.parts.reduce((sum, part) => sum + part.count, 0)).toBe(count);
  });
});
