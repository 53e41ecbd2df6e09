import { useSaved, whole } from '../../session/open/store';
import { t } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';

import { exportWork, workOf } from '../../session/showFile/saving';
import { Choice } from '../controls/Choice';
import { Notice } from '../controls/Notice';
import { Say } from '../controls/Say';
import { saySize } from '../words/files';
import { SaveButtons } from './SaveButtons';

/** The work itself as one file. */
export function WorkPanel({ blocked, onDone }: { readonly blocked: boolean; readonly onDone: () => void }) {
  const show = useSaved(whole);
  const [slim, setSlim] = useState(false);
  const media = Object.values(workOf(show).media);
  const bytes = media.reduce((sum, one) => sum + one.bytes, 0);
  return (
    <View className="gap-3">
      <Choice
        label={t('finish.whatGoesIntoTheFile')}
        options={[
          { value: 'whole', label: t('finish.withItsMedia') },
          { value: 'slim', label: t('finish.slim') },
        ]}
        value={slim ? 'slim' : 'whole'}
        onChange={(value) => setSlim(value === 'slim')}
      />
      <Say look="small">
        {slim ? t('finish.theShowAlone') : t('finish.theShowWithItsFiles', { count: media.length, size: saySize(bytes) })}
      </Say>
      {blocked && !slim ? <Notice grave text={t('finish.filesOfThisShowAre2')} /> : null}
      <SaveButtons
        label={t('finish.saveTheWork')}
        disabled={blocked && !slim}
        onSave={(pick) => {
          void exportWork(show, slim, pick);
          onDone();
        }}
      />
    </View>
  );
}
