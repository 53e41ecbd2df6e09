import { useEffect } from 'react';
import { useFitting } from '../../session/fit/fitting';
import { useLibrary } from '../../session/library';
import { useRecording } from '../../session/voice/recording';
import { t } from '../../words';
import { speak } from '../controls/Spoken';

/** Files that came in, answers of a fit, and recordings that begin and end are said to those who do not see them. */
export function useAnnouncements(): void {
  useEffect(
    () =>
      useLibrary.subscribe((state, before) => {
        if (!before.taking || state.taking) return;
        const refused = state.refused.length;
        const came = Math.max(0, before.taking.count - refused);
        const said = [t('show.cameIn', { count: came })];
        if (refused > 0) said.push(t('show.couldNotComeIn', { count: refused }));
        speak(said.join(' '));
      }),
    [],
  );
  // A sound is taken in before it waits: it may come a moment later.
  useEffect(
    () =>
      useLibrary.subscribe(({ arrivals, taking }, before) => {
        const first = arrivals[0];
        if (!taking && first && arrivals.length > before.arrivals.length) speak(t('show.waitsToBeLaid', { title: first.media.title }));
      }),
    [],
  );
  useEffect(
    () =>
      useFitting.subscribe(({ fitting }, { fitting: before }) => {
        if (fitting?.answers && !fitting.solving && (before?.solving || !before?.answers))
          speak(t('show.answers', { count: fitting.answers.length }));
      }),
    [],
  );
  useEffect(
    () =>
      useRecording.subscribe(({ recording }, { recording: before }) => {
        if (recording.status === before.status) return;
        if (recording.status === 'counting') speak(t('show.recordingBegins', { count: recording.left }));
        else if (recording.status === 'recording') speak(t('show.recordingGoes'));
        else if (before.status === 'recording') speak(t('show.recordingEnded'));
      }),
    [],
  );
}
