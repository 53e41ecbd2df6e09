import { useState } from 'react';
import { View } from 'react-native';
import { t } from '../../words';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { TERMS } from '../controls/terms';

/** The words of the trade and our own, each in a line; folded away until they are asked for. */
export function Glossary() {
  const [open, setOpen] = useState(false);
  return (
    <View className="gap-2">
      <Button label={t('glossary.title')} kind="quiet" chosen={open} onPress={() => setOpen(!open)} className="self-start" />
      {open
        ? TERMS.map((term) => (
            <View key={term}>
              <Say look="label">{t(`glossary.${term}.word`)}</Say>
              <Say look="small">{t(`glossary.${term}.means`)}</Say>
            </View>
          ))
        : null}
    </View>
  );
}
