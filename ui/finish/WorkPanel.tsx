import { useState } from 'react';
import { View } from 'react-native';
import type { Show } from '../../core/show';
import { exportWork, workOf } from '../../session/showFile/saving';
import { Choice } from '../controls/Choice';
import { Notice } from '../controls/Notice';
import { Say } from '../controls/Say';
import { saySize } from '../words/files';
import { SaveButtons } from './SaveButtons';

/** The work itself as one file. */
export function WorkPanel({ show, blocked, onDone }: { readonly show: Show; readonly blocked: boolean; readonly onDone: () => void }) {
  const [slim, setSlim] = useState(false);
  const media = Object.values(workOf(show).media);
  const bytes = media.reduce((sum, one) => sum + one.bytes, 0);
  return (
    <View className="gap-3">
      <Choice
        label="What goes into the file"
        options={[
          { value: 'whole', label: 'With its media' },
          { value: 'slim', label: 'Slim' },
        ]}
        value={slim ? 'slim' : 'whole'}
        onChange={(value) => setSlim(value === 'slim')}
      />
      <Say look="small">
        {slim
          ? 'The show alone. On the other device its photos, clips and sounds are asked for, and known again by their bytes.'
          : `The show with its ${media.length} files, ${saySize(bytes)}: opens on another device with everything in place.`}{' '}
        It is opened from the list of shows.
      </Say>
      {blocked && !slim ? (
        <Notice grave text="Files of this show are missing: bring them in first, on the Finish face, or save it slim." />
      ) : null}
      <SaveButtons
        label="Save the work"
        disabled={blocked && !slim}
        onSave={(pick) => {
          void exportWork(show, slim, pick);
          onDone();
        }}
      />
    </View>
  );
}
