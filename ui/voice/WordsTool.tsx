import { t } from '../../words';
import { LIMITS, type Part } from '../../core/show';
import { setWords } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { WordsField } from '../controls/WordsField';
import { sayReading } from '../words/voices';

/** What is said in a narration: its caption. */
export function WordsTool({ part }: { readonly part: Part }) {
  return (
    <WordsField
      label={t('voice.wordsOfTheNarration')}
      value={part.words ?? ''}
      most={LIMITS.voice.words}
      placeholder={t('voice.whatIsSaidHere')}
      say={sayReading}
      onSet={(words) => useOpenShow.getState().edit(setWords, { id: part.id, words })}
    />
  );
}
