import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { WEEKDAYS, type Settings, type SettingsChange, type Weekday } from '../../contract/settings';
import { TEMPERATURE_UNITS, WEIGHT_UNITS, type TemperatureUnit, type WeightUnit } from '../../core/text';
import { useAppDispatch, useAppSelector } from '../state/store';
import { themeChosen, THEMES, type Theme } from '../state/theme';
import { sentenceCase } from '../ui/format';

/** Ways of writing that are offered; any other the browser knows can be kept by an import. */
const LOCALES = [
  'en-GB',
  'en-US',
  'en-CA',
  'en-AU',
  'en-IN',
  'en-ZA',
  'de-DE',
  'de-AT',
  'de-CH',
  'fr-FR',
  'fr-CA',
  'es-ES',
  'es-MX',
  'it-IT',
  'nl-NL',
  'pt-PT',
  'pt-BR',
  'sv-SE',
  'nb-NO',
  'da-DK',
  'fi-FI',
  'pl-PL',
  'cs-CZ',
  'tr-TR',
  'el-GR',
  'ja-JP',
  'ko-KR',
  'zh-CN',
  'zh-TW',
  'id-ID',
  'ar-EG',
  'he-IL',
];
const COMMON_CURRENCIES = ['€', '£', '$', 'kr', 'CHF', 'zł', '¥'];
const THEME_WORDS: Readonly<Record<Theme, string>> = { auto: 'As the machine', light: 'Light', dark: 'Dark' };

const nameOf = (locale: string): string =>
  new Intl.DisplayNames([locale, 'en'], { type: 'language' }).of(locale) ?? locale;

/** "Tuesday, 3 February 2026; 1,234.5" as a language writes it. */
const exampleOf = (locale: string | undefined): string => {
  const date = new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' });
  return `${date.format(new Date('2026-02-03T15:30:00Z'))}; ${new Intl.NumberFormat(locale).format(1234.5)}`;
};

/** How things are written: units, dates and numbers, the first day of the week; and the light they are shown in. */
export function Writing({ settings, change }: { settings: Settings; change: (change: SettingsChange) => void }) {
  const { temperatureUnit, weightUnit, locale, weekStartsOn } = settings;
  const dispatch = useAppDispatch();
  const theme = useAppSelector((state) => state.theme);
  return (
    <fieldset>
      <legend>How it is written</legend>
      <div className="fields">
        <Form.Group controlId="temperature-unit">
          <Form.Label>Temperatures in</Form.Label>
          <Form.Select
            value={temperatureUnit}
            onChange={({ target }) =>
              change({ temperatureUnit: target.value as TemperatureUnit, was: { temperatureUnit } })
            }
          >
            {TEMPERATURE_UNITS.map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="weight-unit">
          <Form.Label>Weights in</Form.Label>
          <Form.Select
            value={weightUnit}
            onChange={({ target }) => change({ weightUnit: target.value as WeightUnit, was: { weightUnit } })}
          >
            {WEIGHT_UNITS.map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="week-starts">
          <Form.Label>Weeks begin on</Form.Label>
          <Form.Select
            value={weekStartsOn}
            onChange={({ target }) => change({ weekStartsOn: target.value as Weekday, was: { weekStartsOn } })}
          >
            {WEEKDAYS.map((day) => (
              <option key={day} value={day}>
                {sentenceCase(day)}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Currency currency={settings.currency} change={change} />
        <Form.Group controlId="theme">
          <Form.Label>Light or dark</Form.Label>
          <Form.Select value={theme} onChange={({ target }) => dispatch(themeChosen(target.value as Theme))}>
            {THEMES.map((one) => (
              <option key={one} value={one}>
                {THEME_WORDS[one]}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="locale" className="wide">
          <Form.Label>Dates and numbers</Form.Label>
          <Form.Select
            value={locale ?? ''}
            onChange={({ target }) => change({ locale: target.value === '' ? null : target.value, was: { locale } })}
          >
            <option value="">As this browser has it</option>
            {[...new Set([...LOCALES, ...(locale === null ? [] : [locale])])].map((one) => (
              <option key={one} value={one}>
                {nameOf(one)}
              </option>
            ))}
          </Form.Select>
          <Form.Text className="quiet">For example: {exampleOf(locale ?? undefined)}</Form.Text>
        </Form.Group>
      </div>
      <p className="quiet small mt-1">
        Everything is kept in °C and grams; this changes what is shown and typed. Light or dark is this browser’s own.
      </p>
    </fieldset>
  );
}

/** What every price is written with. */
function Currency({ currency, change }: { currency: string; change: (change: SettingsChange) => void }) {
  const [typed, setTyped] = useState(currency);
  const keep = (): void => {
    const next = typed.trim().slice(0, 8);
    if (next !== currency) change({ currency: next, was: { currency } });
  };
  return (
    <Form.Group controlId="currency">
      <Form.Label>Prices in</Form.Label>
      <Form.Control
        value={typed}
        maxLength={8}
        list="currencies"
        autoComplete="off"
        placeholder="€, kr, CHF …"
        onChange={({ target }) => setTyped(target.value)}
        onBlur={keep}
        onKeyDown={({ key }) => key === 'Enter' && keep()}
      />
      <datalist id="currencies">
        {COMMON_CURRENCIES.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
    </Form.Group>
  );
}
