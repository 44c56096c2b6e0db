export {
  deleteTestCart,
  getTestCart,
  insertTestCart,
  listTestCartNames,
  listTestCarts,
  readingTestCartsState,
  updateTestCart,
} from './testCarts.repository.ts'
