import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Trash from 'lucide-react-native/icons/trash';
import { useState } from 'react';
import { View } from 'react-native';
import { LIMITS, TREATMENTS_IN_ORDER, newTreatment, withTreatment, type Treatment, type TreatmentKind } from '../../core/show';
import { setTreatments, type Treated } from '../../core/show/edits';
import { chainOf, hearAgain, hearWithout, useLouder } from '../../session/balance/comparing';
import { useOpenShow, useSaved, whole } from '../../session/open/store';
import { useCleared } from '../../session/sound/cleared';
import { t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { Slider } from '../controls/Slider';
import { Switch } from '../controls/Switch';
import { parseSigned } from '../controls/timeEntry';
import { TREATMENT_NAMES } from '../words/treatments';
import { BeatButtons } from './BeatButtons';
import { HissFields } from './HissFields';
import { amountsOf, noteOf } from './fields';

/** What a part, a lane or a clip goes through: added, set, put in order, heard with and without, taken away. */
export function TreatPanel({ of }: { readonly of: Treated }) {
  const show = useSaved(whole);
  const chain = chainOf(show, of);
  const { edit } = useOpenShow.getState();
  const [open, setOpen] = useState<TreatmentKind | null>(chain[0]?.kind ?? null);
  const set = (next: readonly Treatment[]) => edit(setTreatments, { of, chain: next });
  const tryOut = (next: readonly Treatment[]) => useOpenShow.getState().tryOut(setTreatments, { of, chain: next }, true);
  const missing = TREATMENTS_IN_ORDER.filter((kind) => !chain.some((one) => one.kind === kind));
  return (
    <View className="gap-2">
      {chain.length === 0 ? <Say look="small">{t('treat.nothingYet')}</Say> : <Compare of={of} />}
      {chain.map((one, index) => {
        const replaced = (next: Treatment) => chain.map((other, i) => (i === index ? next : other));
        return (
          <Link
            key={one.kind}
            of={of}
            treatment={one}
            open={open === one.kind}
            onOpen={() => setOpen(open === one.kind ? null : one.kind)}
            onTry={(next) => tryOut(replaced(next))}
            onSet={(next) => set(replaced(next))}
            onRemove={() => set(chain.filter((_, i) => i !== index))}
            onMove={
              chain.length > 1 && one.kind !== 'clear'
                ? {
                    up: index > 0 && chain[index - 1]!.kind !== 'clear' ? () => set(swapped(chain, index - 1)) : null,
                    down: index < chain.length - 1 ? () => set(swapped(chain, index)) : null,
                  }
                : null
            }
          />
        );
      })}
      {missing.length > 0 ? <Say look="label">{t('treat.add')}</Say> : null}
      <View className="flex-row flex-wrap gap-1.5">
        {missing.map((kind) => (
          <Button
            key={kind}
            label={t(TREATMENT_NAMES[kind])}
            hint={t('treat.addOne', { what: t(TREATMENT_NAMES[kind]) })}
            kind="quiet"
            tight
            onPress={() => {
              set(withTreatment(chain, newTreatment(kind)));
              setOpen(kind);
            }}
            className="grow"
          />
        ))}
      </View>
      {chain.length > 0 ? (
        <Button label={t('treat.takeAllAway')} kind="quiet" icon={Trash} onPress={() => set([])} className="self-start" />
      ) : null}
    </View>
  );
}

const swapped = (chain: readonly Treatment[], index: number): Treatment[] => chain.toSpliced(index, 2, chain[index + 1]!, chain[index]!);

/** Held: the sound without its treatments, as loud as with them. */
function Compare({ of }: { readonly of: Treated }) {
  const show = useSaved(whole);
  const louder = useLouder(show, of);
  const on = chainOf(show, of).some((one) => one.on);
  const [held, setHeld] = useState(false);
  const end = () => {
    if (!held) return;
    setHeld(false);
    hearAgain();
  };
  const begin = () => {
    if (louder === null) return;
    setHeld(true);
    hearWithout(of, louder);
  };
  return (
    <div
      onPointerDown={begin}
      onPointerUp={end}
      onPointerLeave={end}
      onPointerCancel={end}
      onKeyDown={(event) => (event.key === ' ' && !event.repeat ? (event.preventDefault(), event.stopPropagation(), begin()) : undefined)}
      onKeyUp={(event) => (event.key === ' ' ? end() : undefined)}
      onBlur={end}
      onContextMenu={(event) => event.preventDefault()}
      style={{ touchAction: 'none', userSelect: 'none' }}
    >
      <Button
        label={!on ? t('treat.allOff') : louder === null ? t('common.measuring') : held ? t('treat.without') : t('treat.holdWithout')}
        hint={t('treat.holdHint')}
        chosen={held}
        disabled={!on || louder === null}
        onPress={() => undefined}
      />
    </div>
  );
}

interface LinkProps {
  readonly of: Treated;
  readonly treatment: Treatment;
  readonly open: boolean;
  readonly onOpen: () => void;
  readonly onTry: (next: Treatment) => void;
  readonly onSet: (next: Treatment) => void;
  readonly onRemove: () => void;
  readonly onMove: { readonly up: (() => void) | null; readonly down: (() => void) | null } | null;
}

function Link({ of, treatment, open, onOpen, onTry, onSet, onRemove, onMove }: LinkProps) {
  const name = t(TREATMENT_NAMES[treatment.kind]);
  const share = useCleared((state) => (treatment.kind === 'clear' ? state.share : null));
  const [main, ...more] = amountsOf(treatment);
  const { amount } = main!;
  return (
    <View className="gap-1 rounded-control border border-line bg-card p-2" role="group" accessibilityLabel={name}>
      <View className="flex-row items-center gap-1">
        <Switch label={name} hint={t('treat.switch', { what: name })} on={treatment.on} onChange={(on) => onSet({ ...treatment, on })} />
        <Say look="time" className="flex-1 text-right">
          {amount.say(main!.value)}
        </Say>
        {onMove ? (
          <>
            <IconButton label={t('treat.earlier', { what: name })} icon={ArrowUp} disabled={!onMove.up} onPress={() => onMove.up?.()} />
            <IconButton label={t('treat.later', { what: name })} icon={ArrowDown} disabled={!onMove.down} onPress={() => onMove.down?.()} />
          </>
        ) : null}
        <IconButton label={t('treat.takeAway', { what: name })} icon={Trash} onPress={onRemove} />
      </View>
      <Slider
        label={t('treat.amountOf', { what: name, amount: t(amount.label) })}
        value={main!.value}
        least={amount.least}
        most={amount.most}
        step={amount.step}
        start={amount.start}
        say={amount.say}
        onChange={(value) => onTry(main!.with(value))}
        onChangeEnd={(value) => onSet(main!.with(value))}
        onCancel={() => useOpenShow.getState().endPreview()}
      />
      {treatment.kind === 'room' ? (
        <Choice
          label={t('treat.size')}
          options={(['small', 'middle', 'large'] as const).map((value) => ({ value, label: t(`treat.size.${value}`) }))}
          value={treatment.size}
          onChange={(size) => onSet({ ...treatment, size, seconds: LIMITS.room60[size] })}
        />
      ) : null}
      {treatment.kind === 'echo' ? <BeatButtons of={of} onSet={(seconds) => onSet({ ...treatment, seconds })} /> : null}
      {treatment.kind === 'hiss' ? <HissFields of={of} treatment={treatment} onSet={onSet} /> : null}
      <View className="flex-row items-center gap-2">
        <Say look="small" className="flex-1">
          {treatment.kind === 'clear' && share !== null ? t('treat.beingWorkedOut', { share: Math.round(share * 100) }) : noteOf(treatment)}
        </Say>
        {more.length > 0 ? (
          <Button
            label={open ? t('treat.less') : t('treat.more')}
            hint={t(open ? 'treat.lessOf' : 'treat.moreOf', { what: name })}
            kind="quiet"
            tight
            onPress={onOpen}
          />
        ) : null}
      </View>
      {open && more.length > 0
        ? more.map((one) => (
            <NumberField
              key={one.amount.label}
              label={t(one.amount.label)}
              value={one.value}
              least={one.amount.least}
              most={one.amount.most}
              step={one.amount.step}
              start={one.amount.start}
              parse={parseSigned}
              say={one.amount.say}
              onChange={(value) => onSet(one.with(value))}
            />
          ))
        : null}
    </View>
  );
}
