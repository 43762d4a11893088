import { measure, sendersNames } from '../tests/crosswalk/measure';
import { propose } from '../src/core/audit/likeness/propose';
import { demoStandard } from '../demo/standard';
const names = sendersNames('tests/crosswalk/held-out.csv');
for (const habit of ['', ...new Set(names.map((n) => n.habit))]) { const of = names.filter((n) => habit === '' || n.habit === habit); const m = measure(of); console.log(habit || 'all', of.length, (m.first * 100).toFixed(1), (m.amongThree * 100).toFixed(1), (m.error * 100).toFixed(1)); if (habit === '') console.log(m.calibration.filter(c=>c.count)); }
for (const n of names) { const p = propose(demoStandard, { name: n.name, kinds: new Map([[n.kind, 12]]) }); if (!n.layers.includes(p[0]?.to)) console.log(n.habit, '|', n.name, '|', n.layers.join('/'), '->', p.slice(0, 3).map((x) => x.to + ' ' + x.likeness.toFixed(2)).join(', ')); }
