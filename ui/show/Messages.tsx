import { t } from '../../words';
import { View } from 'react-native';
import { useOpenShow } from '../../session/open/store';
import { tellNoMore, useStaying } from '../../session/shows/staying';
import { useExporting } from '../../session/finish/exporting';
import { Notice } from '../controls/Notice';
import { openPanel } from '../panels/open';
import { ExportState } from '../finish/ExportState';
import { sentenceOf } from '../words/failures';

/** An action that takes its message along. */
const closing = ({ label, run }: { readonly label: string; readonly run: () => void }) => ({
  label,
  run: () => {
    useOpenShow.getState().notify(null);
    run();
  },
});

/** What the person must know right now: a save that failed, and the last thing that went wrong or happened. */
export function Messages() {
  const notice = useOpenShow((store) => store.notice);
  const saved = useOpenShow((store) => store.saved);
  const { notify } = useOpenShow.getState();
  const exporting = useExporting((state) => state.exporting.status !== 'idle');
  const fleeting = useStaying((state) => !state.stays && !state.told);
  if (!notice && saved.status !== 'failed' && !exporting && !fleeting) return null;
  return (
    <View className="gap-2 px-3 py-1.5">
      {saved.status === 'failed' ? <Notice grave text={t('show.theLatestChangeIsNot', { why: sentenceOf(saved.failure) })} /> : null}
      {fleeting ? (
        <Notice
          grave
          text={t('shows.nothingStays')}
          action={{ label: t('show.saveTheWork'), run: () => openPanel({ name: 'work' }) }}
          onClose={tellNoMore}
        />
      ) : null}
      {notice ? (
        <Notice
          text={notice.kind === 'failure' ? sentenceOf(notice.failure) : notice.text}
          grave={notice.kind === 'failure'}
          action={notice.kind === 'words' && notice.action ? closing(notice.action) : undefined}
          onClose={() => notify(null)}
        />
      ) : null}
      <ExportState />
    </View>
  );
}
