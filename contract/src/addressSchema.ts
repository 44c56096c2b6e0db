import { Type } from '@sinclair/typebox'
import { choice, Id, strict } from './basicSchema.ts'
import { IMPORT_KINDS } from './importSchema.ts'

/** Path parameters of a request. */
export const IdParams = Type.Object({ id: Id }, strict)
export const SkuParams = Type.Object({ sku: Id }, strict)

const TableFile = choice('csv', 'xlsx')
const tableKinds = IMPORT_KINDS.filter((kind) => kind !== 'plan')
export const FileParams = Type.Object({ kind: choice(...tableKinds), type: TableFile }, strict)
/**
 * How a CSV file is written: `comma` as RFC 4180 has it, in plain UTF-8; `semicolon` for spreadsheets of countries that write decimal commas, with a
 * byte order mark.
 */
export type CsvDialect = 'comma' | 'semicolon'
export const FileQuery = Type.Object({ dialect: Type.Optional(choice<CsvDialect>('comma', 'semicolon')) }, strict)
export const RejectedParams = Type.Object({ id: Id, type: choice('csv', 'xlsx', 'json') }, strict)

/** The name of an uploaded file, percent-encoded, since a header holds ASCII only. */
export const UploadHeaders = Type.Object({
  'x-file-name': Type.Optional(Type.String({ maxLength: 2000, pattern: '^([!-$&-~]|%[0-9A-Fa-f]{2})*$' })),
  'content-length': Type.Optional(Type.String({ pattern: '^\\d{1,15}$' })),
})
