// The look, in one place: paper greys, near-black ink, one deep blue; amber for attention only.
import { createTheme, type MantineColorsTuple } from '@mantine/core';

const plavo: MantineColorsTuple = [
  '#eef2fb',
  '#dbe3f3',
  '#b4c4e4',
  '#8aa2d5',
  '#6785c8',
  '#5072c0',
  '#2f55ab',
  '#234690',
  '#1b3a7d',
  '#102c66',
];
const amber: MantineColorsTuple = [
  '#fff6e1',
  '#ffebcc',
  '#fed69b',
  '#fcc065',
  '#fbad38',
  '#fba11c',
  '#c97700',
  '#a86200',
  '#8f5200',
  '#774300',
];
const gray: MantineColorsTuple = [
  '#f7f6f4',
  '#eeedea',
  '#e2e0dc',
  '#d2d0cb',
  '#b9b6b0',
  '#8f8c86',
  '#67645f',
  '#4b4945',
  '#33312e',
  '#1d1c1a',
];
const dark: MantineColorsTuple = [
  '#d9d7d3',
  '#b6b3ae',
  '#93908b',
  '#6b6864',
  '#4b4946',
  '#383633',
  '#2b2a28',
  '#232220',
  '#1a1918',
  '#121110',
];

export const theme = createTheme({
  primaryColor: 'plavo',
  // White reads on both (4.5), and both stand out from the panels (3).
  primaryShade: { light: 7, dark: 5 },
  colors: { plavo, amber, gray, dark },
  fontFamily: '"Plavo Figures", "Atkinson Hyperlegible", system-ui, sans-serif',
  fontFamilyMonospace: '"JetBrains Mono", ui-monospace, monospace',
  headings: { fontFamily: '"Plavo Figures", "Atkinson Hyperlegible", system-ui, sans-serif', fontWeight: '700' },
  defaultRadius: 3,
  fontSizes: { xs: '12px', sm: '13px', md: '14px', lg: '16px', xl: '19px' },
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    Tooltip: { defaultProps: { openDelay: 450, withArrow: false, fz: 'xs' } },
    ActionIcon: {
      defaultProps: { variant: 'subtle', color: 'gray' },
      // WCAG 2.2, 2.5.8: what is pressed is 24 px large.
      vars: (_: unknown, { size }: { size?: unknown }) => ({ root: size === 'sm' ? { '--ai-size': '24px' } : {} }),
    },
    Popover: { defaultProps: { shadow: 'sm', radius: 4 } },
    // The first entry takes the focus: a placeholder for it is no part of a menu.
    Menu: { defaultProps: { shadow: 'sm', radius: 4, withInitialFocusPlaceholder: false } },
    Slider: { defaultProps: { size: 3, thumbSize: 14, label: null, color: 'plavo' } },
    SegmentedControl: { defaultProps: { size: 'xs' } },
    Notification: { defaultProps: { closeButtonProps: { 'aria-label': 'Close this message' } } },
    Modal: { defaultProps: { radius: 4, shadow: 'md' } },
  },
});
