import { createTheme, type CSSVariablesResolver, type MantineColorsTuple } from '@mantine/core';

const shades = (...colors: [string, string, string, string, string, string, string, string, string, string]): MantineColorsTuple => colors;

export const theme = createTheme({
  fontFamily: "'Source Sans 3 Variable', sans-serif",
  fontFamilyMonospace: "'Source Code Pro Variable', monospace",
  headings: { fontFamily: "'Source Serif 4 Variable', serif", fontWeight: '600' },
  fontSizes: { xs: '12px', sm: '12.5px', md: '14px', lg: '15px', xl: '21px' },
  defaultRadius: 5,
  primaryColor: 'resin',
  primaryShade: 7,
  colors: {
    resin: shades('#fbf3e8', '#f6e6d0', '#f3d9a9', '#e9bf7d', '#d99b48', '#c67a26', '#b8651a', '#a9570f', '#8f490c', '#7d400a'),
    pine: shades('#eef2ed', '#e5ece4', '#c9d8cd', '#9fbaa9', '#6f9580', '#3b6a57', '#2f5a49', '#234438', '#1b372d', '#142a22'),
    brick: shades('#faece8', '#f5dfd8', '#eabfb4', '#db9788', '#c86f5e', '#b44e3c', '#a84130', '#9c3527', '#8a2c20', '#7f2619'),
    slate: shades('#f0f4f7', '#e1e8ef', '#c5d2de', '#9fb3c6', '#7891a9', '#587590', '#486681', '#3f5b74', '#354f66', '#2c4459'),
  },
  components: {
    Button: { defaultProps: { size: 'compact-md' }, styles: { root: { height: 31, paddingInline: 13, fontWeight: 600 } } },
    Select: { defaultProps: { size: 'sm', comboboxProps: { shadow: 'md' } } },
    TextInput: { defaultProps: { size: 'sm' } },
    Modal: {
      defaultProps: {
        centered: true,
        radius: 6,
        lockScroll: false,
        transitionProps: { duration: 0 },
        closeButtonProps: { 'aria-label': 'Close' },
      },
    },
  },
});

/** The look's tokens, named once: no component names a colour. */
export const tokens: CSSVariablesResolver = () => ({
  variables: {
    '--page': '#f5f2ea',
    '--pane': '#fffdf8',
    '--head': '#faf7ef',
    '--line': '#dcd5c5',
    '--row-line': '#ece7db',
    '--ink': '#1d2a26',
    '--ink-2': '#56625c',
    '--quiet': '#6b746e',
    '--pine': '#234438',
    '--pine-chosen': '#1b372d',
    '--band': '#3b6a57',
    '--band-next': '#e4dfd3',
    '--resin': '#a9570f',
    '--resin-tint': '#f6e6d0',
    '--resin-text': '#7d400a',
    '--selected': '#f8eedc',
    '--brick': '#9c3527',
    '--brick-tint': '#f5dfd8',
    '--brick-text': '#7f2619',
    '--slate': '#3f5b74',
    '--slate-tint': '#e1e8ef',
    '--slate-text': '#2c4459',
    '--settled': '#e5ece4',
    '--settled-text': '#22483a',
    '--difference': '#f3d9a9',
  },
  light: {
    '--mantine-color-body': '#f5f2ea',
    '--mantine-color-text': '#1d2a26',
    '--mantine-color-default-border': '#dcd5c5',
    '--mantine-color-placeholder': '#6b746e',
    '--mantine-color-error': '#9c3527',
  },
  dark: {},
});
