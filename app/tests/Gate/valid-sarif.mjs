// Says what a SARIF log (standard input) has against the schema of SARIF 2.1.0 (OASIS), as @microsoft/jest-sarif ships it.
import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'

const web = createRequire(new URL('../../../web/package.json', import.meta.url))
const own = createRequire(web.resolve('@microsoft/jest-sarif'))
const Ajv = own('ajv')
// The schema is of draft 04.
const ajv = new Ajv({ schemaId: 'id', allErrors: true, unknownFormats: 'ignore' })
ajv.addMetaSchema(own('ajv/lib/refs/json-schema-draft-04.json'))
const isValid = ajv.validate(own('./schemas/sarif-2.1.0-rtm.5.json'), JSON.parse(readFileSync(0, 'utf8')))
console.log(JSON.stringify(isValid ? [] : ajv.errors.map((e) => `${e.dataPath} ${e.message}`)))
