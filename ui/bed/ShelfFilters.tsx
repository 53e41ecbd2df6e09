import { ScrollView, View } from 'react-native';
import type { ShelfPage, ShelfQuery } from '../../core/shelf';
import { t } from '../../words';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Say } from '../controls/Say';
import { Switch } from '../controls/Switch';

/** Lengths and tempi to choose among: seconds, and beats a minute. */
const LENGTHS = {
  any: {},
  short: { longest: 60 },
  middle: { shortest: 60, longest: 120 },
  long: { shortest: 120 },
} as const satisfies Record<string, ShelfQuery>;
const TEMPI = {
  any: {},
  slow: { fastest: 90 },
  medium: { slowest: 90, fastest: 125 },
  quick: { slowest: 125 },
} as const satisfies Record<string, ShelfQuery>;

const NO_LENGTH = { shortest: undefined, longest: undefined };
const NO_TEMPO = { slowest: undefined, fastest: undefined };

/** Which of several choices a question has made. */
function chosen<T extends string>(
  choices: Readonly<Record<T, ShelfQuery>>,
  query: ShelfQuery,
  of: readonly (keyof ShelfQuery)[],
): T | null {
  const fits = (choice: ShelfQuery) => of.every((field) => choice[field] === query[field]);
  return (Object.keys(choices) as T[]).find((name) => fits(choices[name])) ?? null;
}

/** How many filters a question has. */
export function filtersIn({ kind, shortest, longest, slowest, fastest, word, licence, collection, layers }: ShelfQuery): number {
  const length = shortest !== undefined || longest !== undefined;
  const tempo = slowest !== undefined || fastest !== undefined;
  return [kind !== undefined, length, tempo, word, licence, collection, layers].filter(Boolean).length;
}

interface Props {
  readonly query: ShelfQuery;
  readonly page: ShelfPage;
  readonly onChange: (change: ShelfQuery) => void;
}

/** What the shelf is narrowed down by. */
export function ShelfFilters({ query, page, onChange }: Props) {
  return (
    <View className="gap-2 rounded-control border border-line p-2">
      <Choice
        label={t('bed.shelfKind')}
        options={[
          { value: 'all', label: t('bed.everything') },
          { value: 'music', label: t('bed.onlyMusic') },
          { value: 'spot', label: t('bed.onlySpots') },
        ]}
        value={query.kind ?? 'all'}
        onChange={(kind) => onChange({ kind: kind === 'all' ? undefined : kind })}
      />
      <Say look="label">{t('bed.howLong')}</Say>
      <Choice
        label={t('bed.howLong')}
        options={[
          { value: 'any', label: t('bed.any') },
          { value: 'short', label: t('bed.upToAMinute') },
          { value: 'middle', label: t('bed.oneToTwoMinutes') },
          { value: 'long', label: t('bed.longer') },
        ]}
        value={chosen(LENGTHS, query, ['shortest', 'longest'])}
        onChange={(length) => onChange({ ...NO_LENGTH, ...LENGTHS[length] })}
      />
      <Say look="label">{t('bed.howFast')}</Say>
      <Choice
        label={t('bed.howFast')}
        options={[
          { value: 'any', label: t('bed.any') },
          { value: 'slow', label: t('bed.slow') },
          { value: 'medium', label: t('bed.medium') },
          { value: 'quick', label: t('bed.quick') },
        ]}
        value={chosen(TEMPI, query, ['slowest', 'fastest'])}
        onChange={(tempo) => onChange({ ...NO_TEMPO, ...TEMPI[tempo] })}
      />
      <Chips label={t('bed.aWord')} values={page.words} value={query.word} onChange={(word) => onChange({ word })} />
      <Chips label={t('bed.aLicence')} values={page.licences} value={query.licence} onChange={(licence) => onChange({ licence })} />
      {page.collections.length > 0 ? (
        <Chips
          label={t('bed.aCollection')}
          values={page.collections}
          value={query.collection}
          onChange={(collection) => onChange({ collection })}
        />
      ) : null}
      <View className="flex-row gap-2">
        <Switch label={t('bed.onlyLayers')} on={query.layers === true} onChange={(on) => onChange({ layers: on ? true : undefined })} />
        <Button
          label={t('bed.asYouLike')}
          kind="quiet"
          disabled={filtersIn(query) === 0}
          onPress={() =>
            onChange({
              ...NO_LENGTH,
              ...NO_TEMPO,
              kind: undefined,
              word: undefined,
              licence: undefined,
              collection: undefined,
              layers: undefined,
            })
          }
        />
      </View>
    </View>
  );
}

interface ChipsProps {
  readonly label: string;
  readonly values: readonly string[];
  readonly value: string | undefined;
  readonly onChange: (value: string | undefined) => void;
}

/** One of many words, or none. */
function Chips({ label, values, value, onChange }: ChipsProps) {
  if (values.length === 0) return null;
  return (
    <View className="gap-1">
      <Say look="label">{label}</Say>
      <ScrollView horizontal showsHorizontalScrollIndicator={false} contentContainerClassName="flex-row gap-1">
        {values.map((one) => (
          <Button
            key={one}
            label={one}
            hint={`${label}: ${one}`}
            kind="quiet"
            tight
            chosen={one === value}
            onPress={() => onChange(one === value ? undefined : one)}
          />
        ))}
      </ScrollView>
    </View>
  );
}
