export {
  creditLine,
  readShelfPage,
  readShelfQuery,
  type ShelfEntry,
  type ShelfFile,
  type ShelfPage,
  type ShelfProblem,
  type ShelfQuery,
} from './entry';
export { PAGE, offersOf, pageOf, plain, wanted } from './search';
