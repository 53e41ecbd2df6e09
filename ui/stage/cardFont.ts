import { AtkinsonHyperlegibleNext_700Bold } from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold';
import { Asset } from 'expo-asset';

/** Address of the letters that cards are set in, on the stage and in films alike. */
export const cardFont = (): string => Asset.fromModule(AtkinsonHyperlegibleNext_700Bold).uri;
