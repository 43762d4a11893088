import { readFileSync } from 'node:fs';
import { rulesPage, schemaFile } from '../../scripts/documents';

describe('documents made from the code are current (npm run docs)', () => {
  it('the page of rules', () => expect(readFileSync('docs/rules.md', 'utf8')).toBe(rulesPage()));
  it('the JSON Schema', () => expect(readFileSync('docs/standard.schema.json', 'utf8')).toBe(schemaFile()));
});
