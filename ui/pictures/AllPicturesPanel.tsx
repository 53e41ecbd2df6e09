import { t } from '../../words';
import { View } from 'react-native';
import { LIMITS, picturesSeconds, type FrameShape } from '../../core/show';
import { setBlack, setFraming, setShape } from '../../core/show/edits';
import { useOpenShow, useSaved } from '../../session/open/store';
import { Choice } from '../controls/Choice';
import { spanEntry } from '../controls/timeEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { sayFramings } from './LookFields';

const SHAPES: readonly { readonly value: FrameShape; readonly label: string }[] = [
  { value: '16:9', label: '16:9' },
  { value: '4:3', label: '4:3' },
  { value: '1:1', label: '1:1' },
  { value: '9:16', label: '9:16' },
];

/** What is set once for the whole show: its frame, its black ends, and one framing for all. */
export function AllPicturesPanel() {
  const show = useSaved(({ pictures, shape, black }) => ({ pictures, shape, black }));
  const { edit } = useOpenShow.getState();
  const framings = new Set(show.pictures.flatMap((one) => (one.kind === 'card' ? [] : [one.framing])));
  return (
    <View className="gap-3">
      <Section title={t('pictures.shapeOfTheFrame')}>
        <Choice label={t('pictures.shape')} options={SHAPES} value={show.shape} onChange={(shape) => edit(setShape, { shape })} />
      </Section>
      <Section title={t('pictures.atTheShowsEnds')}>
        <NumberField
          {...spanEntry}
          label={t('pictures.upFromBlack')}
          value={show.black.up}
          start={0}
          most={LIMITS.black.most}
          onChange={(seconds) => edit(setBlack, { end: 'up', seconds })}
        />
        <NumberField
          {...spanEntry}
          label={t('pictures.downToBlack')}
          value={show.black.out}
          start={0}
          most={LIMITS.black.most}
          onChange={(seconds) => edit(setBlack, { end: 'out', seconds })}
          {...(show.black.up + show.black.out > picturesSeconds(show) ? { note: t('pictures.theTwoMeetTheShow') } : {})}
        />
      </Section>
      {show.pictures.length > 0 ? (
        <Section title={t('common.allPictures')}>
          <Choice
            label={t('pictures.allInTheFrame')}
            options={sayFramings()}
            value={framings.size === 1 ? [...framings][0]! : null}
            onChange={(framing) => edit(setFraming, { ids: 'all', framing })}
          />
        </Section>
      ) : null}
    </View>
  );
}

function Section({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <View className="gap-1.5 rounded-control border border-line bg-card p-3" accessibilityLabel={title}>
      <Say look="label">{title}</Say>
      {children}
    </View>
  );
}
