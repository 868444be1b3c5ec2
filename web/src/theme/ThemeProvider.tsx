import { App as AntApp, ConfigProvider } from 'antd';
import { createContext, useContext, useLayoutEffect, type ReactNode } from 'react';
import { usePreference } from '../data/usePreference';
import { antTheme } from './antTheme';
import { fonts, palettes, type Palette, type ThemeName } from './palette';

interface ThemeValue {
  name: ThemeName;
  palette: Palette;
  toggle(): void;
}
const ThemeContext = createContext<ThemeValue | undefined>(undefined);

/** The palette and the switch between light and dark. */
export function useTheme(): ThemeValue {
  const value = useContext(ThemeContext);
  if (!value) throw new Error('useTheme is used outside ThemeProvider');
  return value;
}

const systemTheme = (): ThemeName => (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');

/** Gives the same colours to Ant Design, the style sheet (as CSS variables) and the charts. */
export function ThemeProvider({ children }: { children: ReactNode }) {
  const [chosen, choose] = usePreference<ThemeName | 'system'>('theme', 'system');
  const name = chosen === 'system' ? systemTheme() : chosen;
  const palette = palettes[name];
  useLayoutEffect(() => {
    const { style, dataset } = document.documentElement;
    dataset['theme'] = name;
    style.colorScheme = name;
    for (const [role, colour] of Object.entries(palette))
      if (typeof colour === 'string') style.setProperty(`--${role}`, colour);
    palette.series.forEach((colour, i) => style.setProperty(`--series-${i}`, colour));
    style.setProperty('--words', fonts.words);
    style.setProperty('--numbers', fonts.numbers);
  }, [name, palette]);
  const value: ThemeValue = { name, palette, toggle: () => choose(name === 'light' ? 'dark' : 'light') };
  return (
    <ThemeContext value={value}>
      <ConfigProvider theme={antTheme(name, palette)} componentSize="small" wave={{ disabled: true }}>
        <AntApp message={{ maxCount: 2 }}>{children}</AntApp>
      </ConfigProvider>
    </ThemeContext>
  );
}
