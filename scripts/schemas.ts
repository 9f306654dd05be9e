// npm run schemas: writes the JSON Schemas of our files to docs/formats.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileSchemas } from '@/core/formats'

for (const [name, schema] of Object.entries(fileSchemas()))
  writeFileSync(join('docs', 'formats', name), `${JSON.stringify(schema, null, 1)}\n`)
