import { View } from 'react-native';
import { browserLanguage, changeSettings, showSettings, useSettings } from '../../session/settings';
import { LANGUAGES, t, type Language } from '../../words';
import { Choice } from '../controls/Choice';
import { Panel } from '../controls/Panel';
import { Say } from '../controls/Say';
import { Glossary } from './Glossary';

const LISTED = Object.keys(LANGUAGES) as Language[];
const THEMES = ['system', 'light', 'dark'] as const;

/** Language and colours, for all shows. Each language has its own name, for whoever cannot read the one that is spoken. */
export function SettingsPanel() {
  const { open, language, theme } = useSettings();
  if (!open) return null;
  return (
    <Panel title={t('settings.settings')} onClose={() => showSettings(false)}>
      <View className="gap-1.5">
        <Say look="label">{t('settings.language')}</Say>
        <Choice
          label={t('settings.language')}
          options={[
            { value: 'browser' as const, label: t('settings.asTheBrowser') },
            ...LISTED.map((value) => ({ value, label: LANGUAGES[value] })),
          ]}
          value={language}
          onChange={(next) => void changeSettings({ language: next })}
        />
        {language === 'browser' ? <Say look="small">{t('settings.theBrowserAsks', { language: LANGUAGES[browserLanguage()] })}</Say> : null}
      </View>
      <View className="gap-1.5">
        <Say look="label">{t('settings.theme')}</Say>
        <Choice
          label={t('settings.theme')}
          options={THEMES.map((value) => ({ value, label: t(`settings.${value}`) }))}
          value={theme}
          onChange={(next) => void changeSettings({ theme: next })}
        />
      </View>
      <Glossary />
    </Panel>
  );
}
