// The types of the setup document, made from its JSON Schema: reads docs/setup.schema.json, writes
// src/desk/setupDocument.d.ts. The schema decides by chains of if, then and else, so that its errors name what is wrong;
// types know alternatives, so that a chain becomes its branches, each with what its "if" asks for.
import { readFileSync, writeFileSync } from 'node:fs'
import { compile } from 'json-schema-to-typescript'

const schema = JSON.parse(readFileSync(new URL('../../docs/setup.schema.json', import.meta.url), 'utf8'))

/** What a schema comes to without conditions: the one schema, or its alternatives. */
function branches(node) {
  if (node === null || typeof node !== 'object' || Array.isArray(node)) return [node]
  const { if: asked, then: yes = {}, else: no, ...own } = node
  const plain = withoutChains(own)
  if (asked === undefined) return [plain]
  const taken = branches(yes).map((branch) => merged(plain, merged(known(asked), branch)))
  return [
    ...taken,
    ...branches(no ?? {})
      .filter((branch) => says(branch, plain))
      .map((branch) => merged(plain, branch)),
  ]
}

/** What is known of a document that passed an "if", as far as a type can say it. */
function known(asked) {
  return { ...asked, properties: asked.properties ?? {} }
}

/** Whether a branch is more than the end of a chain, which asks for what is not there, so that an error names it. */
function says(branch, plain) {
  if (branch === false) return false
  return (
    Object.keys(branch).some((key) => key !== 'required') ||
    (branch.required ?? []).some((key) => plain.properties?.[key])
  )
}

function merged(one, other) {
  if (other.$ref !== undefined) return { $ref: other.$ref }
  const properties = { ...one.properties }
  for (const [key, value] of Object.entries(other.properties ?? {}))
    properties[key] = value === true ? (properties[key] ?? value) : { ...properties[key], ...value }
  return {
    ...one,
    ...other,
    ...(Object.keys(properties).length > 0 && { properties }),
    ...((one.required ?? other.required) && {
      required: [...new Set([...(one.required ?? []), ...(other.required ?? [])])],
    }),
  }
}

function withoutChains(node) {
  if (Array.isArray(node)) return node.map(withoutChains)
  if (node === null || typeof node !== 'object') return node
  if (node.if !== undefined) return alternatives(branches(node))
  if (node.anyOf !== undefined && node.properties !== undefined) {
    const { anyOf, ...own } = node
    return alternatives(anyOf.map((branch) => merged(withoutChains(own), branch)))
  }
  return Object.fromEntries(Object.entries(node).map(([key, value]) => [key, withoutChains(value)]))
}

function alternatives(found) {
  return found.length === 1 ? found[0] : { anyOf: found }
}

// Its type is called after what is asked for below, not after its title.
const unnamed = { ...schema, title: undefined, $id: undefined }
const types = await compile(withoutChains(unnamed), 'SetupDocument', {
  additionalProperties: false,
  ignoreMinAndMaxItems: true,
  bannerComment:
    '/* Made from docs/setup.schema.json by tools/document-types.mjs; `npm run types` makes it anew. */',
  format: false,
  unreachableDefinitions: true,
})
writeFileSync(
  new URL('../src/desk/setupDocument.d.ts', import.meta.url),
  types
    .replace(/^ \* This interface was referenced by .*\n \* via the `definition` .*\n/gm, '')
    .replace(/^\/\*\*\n \*\/\n/gm, ''),
)
