/** Writes the documents that are made from the code: the page of rules and the published JSON Schema. */
import { writeFileSync } from 'node:fs';
import { rulesPage, schemaFile } from './documents';

writeFileSync('docs/rules.md', rulesPage());
writeFileSync('docs/standard.schema.json', schemaFile());
