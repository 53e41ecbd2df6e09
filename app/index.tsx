export { ShowsScreen as default } from '../ui/shows/ShowsScreen';
