import { speaking, t } from '../words';
import { AtkinsonHyperlegibleMono_500Medium } from '@expo-google-fonts/atkinson-hyperlegible-mono/500Medium';
import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_700Bold } from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold';
import { QueryClientProvider } from '@tanstack/react-query';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import Head from 'expo-router/head';
import { Fragment, useEffect } from 'react';
import { useTranslation } from 'react-i18next';
import { takeHandedOver, workOffline } from '../session/offline';
import { queryClient } from '../session/queries';
import { readSettings, useSettings } from '../session/settings';
import { startOnce } from '../session/shows/seed';
import { findStaying } from '../session/shows/staying';

/** What stands around every screen: fonts that ship with the application, and the queries' store. */
export function AppFrame() {
  const [loaded, failed] = useFonts({
    RainText: AtkinsonHyperlegibleNext_400Regular,
    RainBold: AtkinsonHyperlegibleNext_700Bold,
    RainMono: AtkinsonHyperlegibleMono_500Medium,
  });
  const ready = useSettings((state) => state.ready);
  // Another language draws everything anew: what is said stands in no state.
  const { i18n } = useTranslation(undefined, { i18n: speaking, useSuspense: false });
  useEffect(() => {
    void readSettings();
    void startOnce();
    void findStaying();
    void workOffline();
    void takeHandedOver();
  }, []);
  // Without its fonts the application still works in the browser's own.
  if (!ready || (!loaded && !failed)) return null;
  return (
    <QueryClientProvider client={queryClient}>
      <Head>
        <title>{t('common.rainBed')}</title>
      </Head>
      <Fragment key={i18n.language}>
        <Slot />
      </Fragment>
    </QueryClientProvider>
  );
}
