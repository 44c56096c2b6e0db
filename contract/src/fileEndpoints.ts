import { FileParams, FileQuery, IdParams as params, RejectedParams, UploadHeaders } from './addressSchema.ts'
import { answering, NOT_FOUND, sending, silent } from './endpoint.ts'
import { AcceptRequest, ImportQuery, ImportsAnswer, ImportStatus, ReadRequest } from './importSchema.ts'

const FILE_TYPES = [
  'text/csv',
  'application/json',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
] as const

/** The endpoints of files that go out and come in. */
export const FILE_ENDPOINTS = {
  getPlanFile: sending({ role: 'reader', summary: 'The promotions of the working plan as a plan file' }),
  getTemplate: sending({
    role: 'reader',
    summary: 'A file with its header and a row that shows how cells are filled in',
    params: FileParams,
    query: FileQuery,
  }),
  getFile: sending({
    isHeavy: true,
    role: 'reader',
    summary: 'What is there, as a table',
    params: FileParams,
    query: FileQuery,
  }),
  startImport: answering(
    ImportStatus,
    {
      role: 'planner',
      summary: 'Takes a file in, its name percent-encoded in a header; it is read in a thread, then previewed',
      query: ImportQuery,
      headers: UploadHeaders,
      upload: FILE_TYPES,
      errors: ['uploads-busy'],
    },
    202,
  ),
  listImports: answering(ImportsAnswer, {
    role: 'reader',
    summary: 'The files that can be undone now: nothing else of the plan, or of the catalogue, was changed after them',
  }),
  getImport: answering(ImportStatus, {
    role: 'reader',
    summary: 'State and progress of a file',
    params,
    errors: NOT_FOUND,
  }),
  readImport: answering(
    ImportStatus,
    {
      role: 'planner',
      summary: 'Reads a file again: what its columns hold, and how its days are written',
      params,
      body: ReadRequest,
      errors: ['not-found', 'import-not-ready'],
    },
    202,
  ),
  acceptImport: answering(
    ImportStatus,
    {
      role: 'planner',
      summary: 'Writes a file: all its rows, or those without faults',
      params,
      body: AcceptRequest,
      isBodyOptional: true,
      errors: ['not-found', 'import-not-ready'],
    },
    202,
  ),
  getRejectedRows: sending({
    isHeavy: true,
    role: 'reader',
    summary: 'The rows of a file with faults, each with what is wrong',
    params: RejectedParams,
    errors: NOT_FOUND,
  }),
  undoImport: answering(ImportStatus, {
    role: 'planner',
    summary: 'Puts back what a file replaced and takes out what it brought',
    params,
    errors: ['not-found', 'import-not-ready', 'import-overtaken', 'in-use'],
  }),
  removeImport: silent({
    role: 'planner',
    summary: 'Forgets a file',
    params,
    errors: ['not-found', 'import-not-ready'],
  }),
} as const
