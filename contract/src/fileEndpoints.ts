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
  getPlanFile: sending({ role: 'reader', summary: 'Download the promotions of the working plan as a plan file' }),
  getTemplate: sending({
    role: 'reader',
    summary: 'Download a template file with a header and a sample row',
    params: FileParams,
    query: FileQuery,
  }),
  getFile: sending({
    isHeavy: true,
    role: 'reader',
    summary: 'Download current data as a table',
    params: FileParams,
    query: FileQuery,
  }),
  startImport: answering(
    ImportStatus,
    {
      role: 'planner',
      summary:
        'Upload a file for import, its name percent-encoded in a header; it is read in a worker thread, then previewed',
      query: ImportQuery,
      headers: UploadHeaders,
      upload: FILE_TYPES,
      errors: ['uploads-busy'],
    },
    202,
  ),
  listImports: answering(ImportsAnswer, {
    role: 'reader',
    summary: 'List imports that can be undone: those without later changes to the same plan or catalogue',
  }),
  getImport: answering(ImportStatus, {
    role: 'reader',
    summary: 'Get the state and progress of an import',
    params,
    errors: NOT_FOUND,
  }),
  readImport: answering(
    ImportStatus,
    {
      role: 'planner',
      summary: 'Read an uploaded file again with other column and date settings',
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
      summary: 'Import an uploaded file: all rows, or only valid ones',
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
    summary: 'Download the rows with errors, each with its error',
    params: RejectedParams,
    errors: NOT_FOUND,
  }),
  undoImport: answering(ImportStatus, {
    role: 'planner',
    summary: 'Undo an import: restores what it replaced and deletes what it added',
    params,
    errors: ['not-found', 'import-not-ready', 'import-superseded', 'in-use'],
  }),
  removeImport: silent({
    role: 'planner',
    summary: 'Discard an uploaded file',
    params,
    errors: ['not-found', 'import-not-ready'],
  }),
} as const
