import { t } from '../../words';
import { useRouter } from 'expo-router';
import Head from 'expo-router/head';
import { useCallback, useEffect } from 'react';
import { View } from 'react-native';
import { bringSounds, useLibrary } from '../../session/library';
import { bringPictures } from '../../session/pictures/arrived';
import { leaveShow, openShow, useOpenShow } from '../../session/open/store';
import { tellHands } from '../../session/sound/hands';
import { warmUp } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { Spoken } from '../controls/Spoken';
import { looksLikeClip, looksLikePhoto } from '../controls/accept';
import { openPanel } from '../panels/open';
import { useRoom } from '../theme/useRoom';
import { sentenceOf } from '../words/failures';
import { useKeys } from './useKeys';
import { Layout } from './Layout';
import { Panels } from './Panels';
import '../../session/fit/following';
import { useAnnouncements } from './useAnnouncements';
import { useDrop } from './useDrop';

/** Dropped or pasted: photos and clips find their place, and so does music. On the Bed and Voice faces a clip is there for its sound. */
function takeDropped(files: File[]): void {
  const { face } = useOpenShow.getState();
  const voice = face === 'voice';
  const isPicture = (file: File) => looksLikePhoto(file) || (face !== 'bed' && !voice && looksLikeClip(file));
  const pictures = files.filter(isPicture);
  const sounds = files.filter((file) => !isPicture(file));
  void (async () => {
    if (pictures.length > 0) await bringPictures(pictures);
    if (sounds.length > 0) await bringSounds(sounds, voice ? 'voice' : 'bed');
  })();
}

/** Where the window is lower than this the page scrolls, pixels of text of the usual size. */
const LEAST = { phone: 520, sideways: 300, tablet: 480, wide: 420 } as const;

/** So long after its opening a show is made ready to be heard, ms: what is seen of it comes first. */
const WARM = 800;

const openFit = () => openPanel({ name: 'fit' });

/** The open show: header, stage, length strip, sheet, and what belongs to the face in use. */
export function ShowScreen({ id }: { readonly id: string }) {
  const router = useRouter();
  const room = useRoom();
  const state = useOpenShow((store) => store.state);
  useKeys(useCallback(() => openPanel({ name: 'keys' }), []));
  const hovering = useDrop(takeDropped);
  useAnnouncements();
  useEffect(tellHands, []);

  useEffect(() => {
    const session = openShow(id);
    session.later(warmUp, WARM);
    return () => {
      openPanel(null);
      void leaveShow(session);
    };
  }, [id]);

  const back = useCallback(() => {
    const leave = () => router.replace('/');
    const { taking } = useLibrary.getState();
    if (!taking) leave();
    else {
      const text = t('show.filesStillComeIn', { count: taking.count - taking.index });
      useOpenShow.getState().notify({ kind: 'words', text, action: { label: t('show.leaveAnyway'), run: leave } });
    }
  }, [router]);
  if (state.status === 'failed') {
    return (
      <View role="main" className="flex-1 items-start gap-4 bg-paper p-6">
        <Say look="title" accessibilityRole="header" {...{ 'aria-level': 1 }}>
          {t('show.thisShowCannotBeOpened')}
        </Say>
        <Say>{sentenceOf(state.failure)}</Say>
        <Button label={t('common.toTheListOfShows')} kind="strong" onPress={back} />
      </View>
    );
  }
  if (state.status !== 'open') {
    return (
      <View role="main" className="flex-1 items-center justify-center bg-paper p-6" aria-busy>
        <Say>{t('show.opening')}</Say>
      </View>
    );
  }
  const least = Math.round(LEAST[room.layout] * room.em);
  return (
    <View role="main" className="flex-1 overflow-hidden bg-paper">
      <Head>
        <title>{t('show.titleOfThePage', { title: state.history.show.title })}</title>
      </Head>
      <h1 className="sr-only">{state.history.show.title}</h1>
      <div style={{ flex: 1, minHeight: 0, overflowY: 'auto', display: 'flex', flexDirection: 'column' }}>
        <div style={{ flex: `1 0 ${least}px`, display: 'flex', flexDirection: 'column', minHeight: 0, maxHeight: `max(100%, ${least}px)` }}>
          <Layout
            room={{ ...room, height: Math.max(room.height, least) }}
            header={{ history: state.history, mayEdit: state.mayEdit, onBack: back }}
            onFit={openFit}
          />
        </div>
      </div>
      <Spoken />
      <Panels />
      {hovering ? (
        <View
          pointerEvents="none"
          className="absolute inset-3 items-center justify-center rounded-control border-4 border-dashed border-rain bg-rain-mist opacity-90"
        >
          <Say look="title">{t('show.dropPhotosClipsOrMusic')}</Say>
        </View>
      ) : null}
    </View>
  );
}
