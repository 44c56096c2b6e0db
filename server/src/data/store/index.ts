export {
  countCatalogueRevision,
  countPeopleRevision,
  countPlanRevision,
  getStore,
  hasStore,
  insertStore,
  lockStore,
  readRevisions,
  saveShownUntil,
  updateStore,
  type StoreRecord,
} from './store.repository.ts'
