import { Pressable, Text } from 'react-native';
import type { Answer } from '../../core/fit';
import { pick } from '../../session/fit/fitting';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';
import { sayAnswer, sayHiding, sayWay } from '../words/fits';

interface Props {
  readonly answer: Answer;
  readonly index: number;
  readonly picked: boolean;
  /** Whether the Tab key stops here. */
  readonly stop: boolean;
}

const TONES = { hidden: 'moss', 'might be noticed': 'amber', audible: 'red' } as const;

/** One answer, named by what it is best at. A tap shows it on the sheet, where it is heard. */
export function AnswerCard({ answer, index, picked, stop }: Props) {
  const tokens = useTokens();
  const title = sayWay(answer);
  // What it is called is what stands on it; the commas are for whoever hears it.
  const comma = <Text className="sr-only">, </Text>;
  return (
    <Pressable
      accessibilityRole="radio"
      accessibilityState={{ checked: picked }}
      aria-checked={picked}
      tabIndex={stop ? 0 : -1}
      onPress={() => pick(index)}
      className={`min-h-touch min-w-[6.4rem] flex-1 rounded-control p-2 ${picked ? 'border-2 border-rain bg-rain-mist' : 'border border-line bg-card'}`}
      style={{ margin: picked ? 0 : 1 }}
    >
      <Say look="label" className={picked ? 'text-rain' : 'text-ink'}>
        {title}
        <Text className="sr-only">: </Text>
      </Say>
      <Say look="small">
        {sayAnswer(answer)}
        {comma}
      </Say>
      <Say look="small" style={{ color: tokens[answer.way === 'stop' ? 'ink-2' : TONES[answer.hiding]] }}>
        {sayHiding(answer)}
      </Say>
    </Pressable>
  );
}
