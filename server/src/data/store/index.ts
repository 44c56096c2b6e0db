export {
  countCatalogueRevision,
  countPeopleRevision,
  countPlanRevision,
  getStore,
  hasStore,
  insertStore,
  lockStore,
  partnersOf,
  readRevisions,
  saveShownUntil,
  updateStore,
  type StoreRecord,
} from './store.repository.ts'
