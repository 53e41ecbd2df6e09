export { LostScreen as default } from '../ui/shows/LostScreen';
