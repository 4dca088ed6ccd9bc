/** Writes the published JSON Schema of the open document from the schema the code validates with. */
import { writeFileSync } from 'node:fs';
import { documentJsonSchema } from '@ergon/core/record/kitDocument';

writeFileSync('docs/format/ergon-kit.schema.json', `${JSON.stringify(documentJsonSchema(), null, 2)}\n`);
