import ListFilter from 'lucide-react-native/icons/list-filter';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useDeferredValue, useEffect, useState } from 'react';
import { TextInput, View } from 'react-native';
import type { ShelfPage, ShelfQuery } from '../../core/shelf';
import { lookAgain, useShelf } from '../../session/bed/shelf';
import { hush } from '../../session/bed/shelfListening';
import { t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';
import { sentenceOf } from '../words/failures';
import { MinePanel } from './MinePanel';
import { ShelfFilters, filtersIn } from './ShelfFilters';
import { ShelfRow } from './ShelfRow';

/** The music shelf that the server holds: searched, narrowed down, listened to, added. Without a server it shows what this browser holds. */
export function ShelfPanel({ onDone }: { readonly onDone: () => void }) {
  const tokens = useTokens();
  const [query, setQuery] = useState<ShelfQuery>({});
  const [narrowing, setNarrowing] = useState(false);
  const asked = useDeferredValue(query);
  const { data, error } = useShelf(asked);
  useEffect(() => hush, []);
  if (error && !data) {
    return (
      <View className="gap-2">
        <Notice grave text={sentenceOf(error)} action={{ label: t('common.tryAgain'), run: lookAgain }} />
        <Say look="small">{t('bed.shelfIsAway')}</Say>
        <MinePanel onDone={onDone} />
      </View>
    );
  }
  const set = (change: ShelfQuery) => setQuery((before) => ({ ...before, page: undefined, ...change }));
  const filters = filtersIn(query);
  return (
    <View className="gap-2">
      <View className="flex-row items-center gap-2">
        <TextInput
          accessibilityLabel={t('bed.searchTheShelf')}
          placeholder={t('bed.searchTheShelf')}
          placeholderTextColor={tokens['ink-2']}
          value={query.q ?? ''}
          onChangeText={(q) => set({ q })}
          className="h-touch min-w-0 flex-1 rounded-control border border-line bg-card px-3 font-text text-body text-ink"
        />
        <Button
          label={filters > 0 ? `${t('bed.narrowDown')} (${filters})` : t('bed.narrowDown')}
          icon={ListFilter}
          kind="quiet"
          chosen={narrowing || filters > 0}
          onPress={() => setNarrowing(!narrowing)}
        />
      </View>
      {narrowing && data ? <ShelfFilters query={query} page={data} onChange={set} /> : null}
      {error ? <Notice grave text={sentenceOf(error)} action={{ label: t('common.tryAgain'), run: lookAgain }} /> : null}
      {!data && !error ? <Say look="small">{t('bed.askingTheShelf')}</Say> : null}
      {data ? <Found page={data} onPage={(page) => set({ page })} onDone={onDone} /> : null}
    </View>
  );
}

interface FoundProps {
  readonly page: ShelfPage;
  readonly onPage: (page: number) => void;
  readonly onDone: () => void;
}

function Found({ page: { entries, total, page, pages, reading, problems }, onPage, onDone }: FoundProps) {
  return (
    <>
      {reading ? <Progress label={t('bed.readingTheShelf', reading)} share={reading.done / Math.max(1, reading.all)} /> : null}
      <Say look="small">{total === 0 ? t('bed.nothingFound') : t('bed.found', { count: total })}</Say>
      {entries.map((entry) => (
        <ShelfRow key={entry.id} entry={entry} onDone={onDone} />
      ))}
      {pages > 1 ? (
        <View className="flex-row items-center justify-center gap-3">
          <IconButton label={t('bed.earlierPage')} icon={ChevronLeft} disabled={page === 0} onPress={() => onPage(page - 1)} />
          <Say look="small">{t('bed.pageOf', { page: page + 1, pages })}</Say>
          <IconButton label={t('bed.laterPage')} icon={ChevronRight} disabled={page === pages - 1} onPress={() => onPage(page + 1)} />
        </View>
      ) : null}
      {problems.length > 0 ? <Problems problems={problems} /> : null}
    </>
  );
}

/** Files of the shelf that nobody can use: for whoever looks after it. */
function Problems({ problems }: { readonly problems: ShelfPage['problems'] }) {
  const [open, setOpen] = useState(false);
  return (
    <View className="gap-1">
      <Button
        label={t('bed.shelfProblems', { count: problems.length })}
        kind="quiet"
        onPress={() => setOpen(!open)}
        className="self-start"
      />
      {open
        ? problems.map(({ file, why }) => (
            <Say key={file} look="small">
              {t(`bed.problem.${why}`, { file })}
            </Say>
          ))
        : null}
    </View>
  );
}
