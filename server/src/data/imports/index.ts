export {
  deleteImport,
  EMPTY_PREVIEW,
  failImport,
  findImport,
  getBefore,
  getImportFile,
  insertImport,
  keepBefore,
  listBusyImports,
  listDoneImports,
  moveImport,
  updateImport,
  type Before,
  type ImportFile,
  type ImportPreview,
} from './imports.repository.ts'
export { writeReading } from './readings.repository.ts'
