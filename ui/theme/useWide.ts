import { useWindowDimensions } from 'react-native';

/** From here on the sheet stands between the stage and the details. */
export const WIDE_FROM = 900;

export function useWide(): boolean {
  return useWindowDimensions().width >= WIDE_FROM;
}
