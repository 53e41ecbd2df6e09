import { useRouter } from 'expo-router';
import { useCallback, useEffect, useState } from 'react';
import { View } from 'react-native';
import { partsOn } from '../../core/show';
import { addPhotos, bringMusic, dismissArrival } from '../../session/library';
import { useOpenShow, useShownShow } from '../../session/open/store';
import { pause } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Panel } from '../controls/Panel';
import { Say } from '../controls/Say';
import { looksLikePhoto } from '../faces/accept';
import { FitPanel } from '../fit/FitPanel';
import { useWide } from '../theme/useWide';
import { sentenceOf } from '../words/failures';
import { KEYS, useKeys } from './useKeys';
import { Layout } from './Layout';
import { ShowHeader } from './ShowHeader';
import { useDrop } from './useDrop';

function takeDropped(files: File[]): void {
  const photos = files.filter(looksLikePhoto);
  const sounds = files.filter((file) => !looksLikePhoto(file));
  void (async () => {
    if (photos.length > 0) await addPhotos(photos);
    if (sounds.length > 0) await bringMusic(sounds);
  })();
}

/** The open show: header, stage, length strip, sheet, and what belongs to the face in use. */
export function ShowScreen({ id }: { readonly id: string }) {
  const router = useRouter();
  const wide = useWide();
  const state = useOpenShow((store) => store.state);
  const show = useShownShow();
  const [over, setOver] = useState<'fit' | 'keys' | null>(null);
  const close = useCallback(() => setOver(null), []);
  useKeys(useCallback(() => setOver('keys'), []));
  const hovering = useDrop(takeDropped);

  useEffect(() => {
    void useOpenShow.getState().open(id);
    return () => {
      pause();
      dismissArrival();
      void useOpenShow.getState().close();
    };
  }, [id]);

  const back = () => router.replace('/');
  if (state.status === 'failed') {
    return (
      <View className="flex-1 items-start gap-4 bg-paper p-6">
        <Say look="title">This show cannot be opened</Say>
        <Say>{sentenceOf(state.failure)}</Say>
        <Button label="To the list of shows" kind="strong" onPress={back} />
      </View>
    );
  }
  if (state.status !== 'open' || !show) return <View className="flex-1 bg-paper" />;
  const part = partsOn(show, 'bed')[0];
  return (
    <View className="flex-1 overflow-hidden bg-paper">
      <ShowHeader history={state.history} mayEdit={state.mayEdit} wide={wide} onBack={back} />
      <Layout show={show} wide={wide} onFit={() => setOver('fit')} />
      {over === 'fit' && part ? (
        <Panel title="Fit the length" onClose={close}>
          <FitPanel show={state.history.show} part={part} onDone={close} />
        </Panel>
      ) : null}
      {over === 'keys' ? (
        <Panel title="Keys" onClose={close}>
          {KEYS.map(([keys, does]) => (
            <View key={keys} className="flex-row gap-3">
              <Say look="time" className="w-24">
                {keys}
              </Say>
              <Say className="flex-1">{does}</Say>
            </View>
          ))}
        </Panel>
      ) : null}
      {hovering ? (
        <View
          pointerEvents="none"
          className="absolute inset-3 items-center justify-center rounded-control border-4 border-dashed border-rain bg-rain-mist opacity-90"
        >
          <Say look="title">Drop photos or a piece of music</Say>
        </View>
      ) : null}
    </View>
  );
}
