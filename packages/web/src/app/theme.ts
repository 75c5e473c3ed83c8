import type { GlobalTheme, GlobalThemeOverrides } from 'naive-ui';
import { usePreferredDark, useStorage } from '@vueuse/core';
import { computed, shallowRef, watchEffect } from 'vue';
import { usePhone } from '../shared/ui/phone.ts';

type ThemeChoice = 'system' | 'light' | 'dark';

const FONT = "'Atkinson Hyperlegible Next Variable', sans-serif";

const SHARED = {
  fontFamily: FONT,
  fontFamilyMono: FONT,
  borderRadius: '6px',
  fontSize: '14px',
  heightMedium: '32px',
  heightSmall: '28px',
};

/** Controls have an edge of 3:1 against their ground in both themes; the stock dark theme leaves it out. */
function bordered(colour: string): GlobalThemeOverrides {
  const border = `1px solid ${colour}`;
  return { Input: { border, borderDisabled: border }, InternalSelection: { border } };
}

const LIGHT: GlobalThemeOverrides = {
  common: {
    ...SHARED,
    primaryColor: '#7d2a57',
    primaryColorHover: '#953a6b',
    primaryColorPressed: '#651f45',
    primaryColorSuppl: '#7d2a57',
    textColorBase: '#2e1a35',
    textColor1: '#2e1a35',
    textColor2: '#2e1a35',
    textColor3: '#5d4a60',
    placeholderColor: '#74627a',
    bodyColor: '#f8f2e7',
    cardColor: '#fffaf1',
    modalColor: '#fffaf1',
    popoverColor: '#fffaf1',
    inputColor: '#fffdf8',
    borderColor: '#a8967f',
    dividerColor: '#d8cab3',
    errorColor: '#a3261f',
    warningColor: '#b4540f',
    successColor: '#3f6b2c',
  },
  ...bordered('#8d7a68'),
};

const DARK: GlobalThemeOverrides = {
  common: {
    ...SHARED,
    primaryColor: '#e59ac0',
    primaryColorHover: '#efb3d1',
    primaryColorPressed: '#cf7fa8',
    primaryColorSuppl: '#e59ac0',
    textColorBase: '#f5ebde',
    textColor1: '#f5ebde',
    textColor2: '#f5ebde',
    textColor3: '#cdbccb',
    placeholderColor: '#b09fb3',
    bodyColor: '#1c1320',
    cardColor: '#271b2c',
    modalColor: '#271b2c',
    popoverColor: '#2e2034',
    inputColor: '#1f1524',
    borderColor: '#7a6780',
    dividerColor: '#47364d',
    errorColor: '#ff9a8c',
    warningColor: '#f0a45e',
    successColor: '#a4cf87',
  },
  ...bordered('#9c8a9f'),
};

/** Controls as high as a fingertip is wide (WCAG 2.5.5). */
const FINGER = { heightTiny: '44px', heightSmall: '44px', heightMedium: '44px', heightLarge: '44px' };

/** The theme of the whole app: the user's choice, or the system's. */
export function useTheme() {
  const choice = useStorage<ThemeChoice>('ripe-pick-theme', 'system');
  const preferred = usePreferredDark();
  const isPhone = usePhone();
  const isDark = computed(() => (choice.value === 'system' ? preferred.value : choice.value === 'dark'));
  /** Fetched when it is first wanted: most never see it. */
  const dark = shallowRef<GlobalTheme | null>(null);
  watchEffect(() => {
    if (isDark.value && !dark.value)
      void import('./dark-theme.ts').then(({ darkTheme }) => (dark.value = darkTheme));
    document.documentElement.dataset.theme = isDark.value ? 'dark' : 'light';
  });
  return {
    choice,
    isDark,
    theme: computed(() => (isDark.value ? dark.value : null)),
    overrides: computed((): GlobalThemeOverrides => {
      const colours = isDark.value ? DARK : LIGHT;
      return isPhone.value ? { ...colours, common: { ...colours.common, ...FINGER } } : colours;
    }),
    toggle: () => {
      choice.value = isDark.value ? 'light' : 'dark';
    },
  };
}
