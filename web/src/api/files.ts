import type { AnswerOf, CsvDialect, Endpoints, ImportKind } from '@novalex/contract'
import { pathOf, toOptions } from './call.ts'
import { request } from './http.ts'

/** Browsers report the type that the operating system knows; the name is more reliable. */
function mediaTypeOf(name: string): string {
  if (/\.json$/i.test(name)) return 'application/json'
  return /\.xlsx$/i.test(name) ? 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' : 'text/csv'
}

const toQuery = (type: string, dialect: CsvDialect) =>
  type === 'csv' && dialect === 'semicolon' ? `?dialect=${dialect}` : ''

/** Address of a file with everything there is of a kind. */
export const fileUrl = (kind: ImportKind, type: 'csv' | 'xlsx' | 'json', dialect: CsvDialect = 'comma') =>
  `/api${kind === 'plan' ? pathOf('getPlanFile') : pathOf('getFile', { kind, type })}${toQuery(type, dialect)}`

export const templateUrl = (kind: ImportKind, type: 'csv' | 'xlsx', dialect: CsvDialect) =>
  `/api${pathOf('getTemplate', { kind, type })}${toQuery(type, dialect)}`

/** Address of the rows that an import refused, with their problems. */
export const rejectedUrl = (id: string, type: 'csv' | 'xlsx' | 'json') =>
  `/api${pathOf('getRejectedRows', { id, type })}`

/** Address of a message as an e-mail file. */
export const messageUrl = (id: string) => `/api${pathOf('getMessageFile', { id })}`

/** Uploads a file and starts its import. */
export const startImport = (kind: ImportKind, file: File): Promise<AnswerOf<Endpoints['startImport']>> =>
  request(pathOf('startImport'), {
    ...toOptions('startImport', { query: { kind }, body: file.slice(0, file.size) }),
    headers: { 'content-type': mediaTypeOf(file.name), 'x-file-name': encodeURIComponent(file.name) },
  })
