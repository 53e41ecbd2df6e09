import { useSaved, whole } from '../../session/open/store';
import { t } from '../../words';
import { Pressable, View } from 'react-native';
import type { Answer } from '../../core/fit';
import type { Hearing } from '../../core/music';
import type { Stretch } from '../../core/show';
import { pick, type FitState } from '../../session/fit/fitting';
import { toggleAnswer, toggleStitches } from '../../session/fit/stitches';
import { useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';
import { sayAnswer, sayHiding, sayWay } from '../words/fits';
import { PathPicture } from './PathPicture';

interface Props {
  readonly fitting: FitState;
  readonly heard: Hearing;
  readonly piece: Stretch;
  readonly answer: Answer;
  readonly index: number;
}

const TONES = { hidden: 'moss', 'might be noticed': 'amber', audible: 'red' } as const;

/** One answer: how well it hides, the way it takes through the piece, and how to hear it. A tap picks it. */
export function AnswerCard({ fitting, heard, piece, answer, index }: Props) {
  const show = useSaved(whole);
  const playing = useTransport((state) => (state.playing.kind === 'stretch' ? state.playing.name : null));
  const tokens = useTokens();
  const picked = fitting.picked === index;
  const title = sayWay(answer);
  const [stitches, all] = [`answer ${index} stitches`, `answer ${index} whole`];
  const none = answer.splices.length === 0;
  return (
    <View
      className={`rounded-control bg-card p-3 ${picked ? 'border-2 border-rain' : 'border border-line'}`}
      style={{ margin: picked ? 0 : 1 }}
      accessibilityLabel={title}
    >
      <Pressable
        accessibilityRole="radio"
        accessibilityLabel={`${title}: ${sayAnswer(answer)}, ${sayHiding(answer)}`}
        accessibilityState={{ checked: picked }}
        aria-checked={picked}
        onPress={() => pick(index)}
        className="min-h-touch"
      >
        <View className="flex-row items-baseline justify-between gap-2">
          <Say look="lead" className={picked ? 'text-rain' : ''}>
            {title}
          </Say>
          <Say look="label" style={{ color: tokens[answer.way === 'stop' ? 'ink-2' : TONES[answer.hiding]] }}>
            {sayHiding(answer)}
          </Say>
        </View>
        <Say look="small">{sayAnswer(answer)}</Say>
      </Pressable>
      <View className="flex-row items-center gap-3">
        <View className="flex-1">
          <PathPicture answer={answer} heard={heard} piece={piece} />
        </View>
        <View className="w-[5.75rem] gap-1.5">
          <Button
            label={playing === stitches ? t('common.stop') : none ? t('fit.hearTheEnd') : t('fit.hearStitches')}
            hint={`${playing === stitches ? t('common.stop') : none ? t('fit.hearTheEnd') : t('fit.hearStitches')}: ${title}`}
            kind={picked ? 'strong' : 'soft'}
            onPress={() => toggleStitches(show, fitting, answer, stitches)}
            tight
          />
          <Button
            label={playing === all ? t('common.stop') : t('fit.hearItAll')}
            hint={`${playing === all ? t('common.stop') : t('fit.hearItAll')}: ${title}`}
            kind="quiet"
            onPress={() => toggleAnswer(show, fitting, answer, all)}
            tight
          />
        </View>
      </View>
    </View>
  );
}
