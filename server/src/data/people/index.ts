export { createLink, deleteLinks, findLink, forgetExpiredLinks, type LinkKind } from './links.repository.ts'
export {
  changePerson,
  findPerson,
  insertPerson,
  isAnybodyThere,
  listPeople,
  listPersonRecords,
  namesWithRole,
  type Person,
} from './people.repository.ts'
