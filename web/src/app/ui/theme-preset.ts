import { definePreset } from '@primeuix/themes';
import { primitive, semantic } from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import datatable from '@primeuix/themes/aura/datatable';
import dialog from '@primeuix/themes/aura/dialog';
import inputtext from '@primeuix/themes/aura/inputtext';
import message from '@primeuix/themes/aura/message';
import paginator from '@primeuix/themes/aura/paginator';
import radiobutton from '@primeuix/themes/aura/radiobutton';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import tabs from '@primeuix/themes/aura/tabs';
import textarea from '@primeuix/themes/aura/textarea';
import togglebutton from '@primeuix/themes/aura/togglebutton';
import tooltip from '@primeuix/themes/aura/tooltip';

const SQUARE = '0';
const focusRing = { width: '2px', style: 'solid', color: 'var(--blue)', offset: '1px', shadow: 'none' };

/** The page's own tokens, which change with day and night by themselves; so both colour schemes name the same ones. */
const scheme = {
  surface: Object.fromEntries(
    ['0', '50', '100', '200', '300', '400', '500', '600', '700', '800', '900', '950'].map((step) => [
      step,
      'var(--card)',
    ]),
  ),
  primary: {
    color: 'var(--blue)',
    contrastColor: 'var(--on-blue)',
    hoverColor: 'var(--ink)',
    activeColor: 'var(--ink)',
  },
  highlight: {
    background: 'var(--blue-wash)',
    focusBackground: 'var(--blue-wash)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  mask: { background: 'rgb(20 24 28 / 55%)', color: 'var(--ink)' },
  formField: {
    background: 'var(--sunk)',
    disabledBackground: 'var(--card)',
    filledBackground: 'var(--sunk)',
    borderColor: 'var(--field-rule)',
    hoverBorderColor: 'var(--ink)',
    focusBorderColor: 'var(--blue)',
    invalidBorderColor: 'var(--stop)',
    color: 'var(--ink)',
    disabledColor: 'var(--ink-2)',
    placeholderColor: 'var(--ink-2)',
    iconColor: 'var(--ink-2)',
    shadow: 'none',
  },
  text: { color: 'var(--ink)', hoverColor: 'var(--ink)', mutedColor: 'var(--ink-2)', hoverMutedColor: 'var(--ink)' },
  content: {
    background: 'var(--card)',
    hoverBackground: 'var(--blue-wash)',
    borderColor: 'var(--rule)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  overlay: {
    select: { background: 'var(--card)', borderColor: 'var(--field-rule)', color: 'var(--ink)' },
    popover: { background: 'var(--card)', borderColor: 'var(--field-rule)', color: 'var(--ink)' },
    modal: { background: 'var(--card)', borderColor: 'var(--field-rule)', color: 'var(--ink)' },
  },
  list: {
    option: {
      focusBackground: 'var(--blue-wash)',
      selectedBackground: 'var(--blue-wash)',
      selectedFocusBackground: 'var(--blue-wash)',
      color: 'var(--ink)',
      focusColor: 'var(--ink)',
      selectedColor: 'var(--ink)',
      selectedFocusColor: 'var(--ink)',
    },
  },
};

/** Filled for the one thing to do, ruled for the rest. */
const buttons = {
  root: {
    primary: {
      background: 'var(--blue)',
      borderColor: 'var(--blue)',
      color: 'var(--on-blue)',
      hoverBackground: 'var(--ink)',
      hoverBorderColor: 'var(--ink)',
      hoverColor: 'var(--paper)',
      activeBackground: 'var(--ink)',
      activeBorderColor: 'var(--ink)',
      activeColor: 'var(--paper)',
      focusRing: { color: 'var(--blue)', shadow: 'none' },
    },
  },
  outlined: {
    secondary: {
      hoverBackground: 'var(--blue-wash)',
      activeBackground: 'var(--blue-wash)',
      borderColor: 'var(--field-rule)',
      color: 'var(--ink)',
    },
  },
};

const toggles = {
  root: {
    background: 'var(--card)',
    hoverBackground: 'var(--blue-wash)',
    checkedBackground: 'var(--blue)',
    borderColor: 'var(--field-rule)',
    checkedBorderColor: 'var(--blue)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    checkedColor: 'var(--on-blue)',
  },
  content: { checkedBackground: 'transparent' },
};

const messages = {
  error: { background: 'var(--stop-wash)', borderColor: 'var(--stop)', color: 'var(--stop)', shadow: 'none' },
};

const tips = { root: { background: 'var(--ink)', color: 'var(--paper)' } };

/** Flat card and ink: square corners, one-pixel rules, no shadows. */
export const cardAndInk = definePreset(
  {
    primitive,
    semantic,
    components: {
      button,
      checkbox,
      datatable,
      dialog,
      inputtext,
      message,
      paginator,

      radiobutton,
      select,
      selectbutton,
      tabs,
      textarea,
      togglebutton,
      tooltip,
    },
  },
  {
    components: {
      button: {
        root: { paddingX: '12px', paddingY: '3px', gap: '6px', borderRadius: SQUARE, label: { fontWeight: '600' } },
        colorScheme: { light: buttons, dark: buttons },
      },
      checkbox: { root: { width: '18px', height: '18px', borderRadius: SQUARE } },
      message: {
        root: { borderRadius: SQUARE },
        content: { padding: '8px 12px' },
        colorScheme: { light: messages, dark: messages },
      },
      paginator: { navButton: { borderRadius: SQUARE }, root: { borderRadius: SQUARE } },
      selectbutton: { root: { borderRadius: SQUARE } },
      tabs: {
        tab: {
          padding: '8px 0 6px',
          margin: '0 20px 0 0',
          borderWidth: '0',
          fontWeight: '600',
          color: 'var(--ink-2)',
          hoverColor: 'var(--ink)',
          activeColor: 'var(--ink)',
        },
        tablist: { background: 'transparent', borderColor: 'var(--rule)' },
        tabpanel: { padding: '14px 0 0', background: 'transparent' },
        activeBar: { height: '3px', bottom: '-1px', background: 'var(--blue)' },
        navButton: { shadow: 'none' },
      },
      togglebutton: {
        root: { padding: '0', borderRadius: SQUARE, fontWeight: '600' },
        content: { padding: '3px 10px', borderRadius: SQUARE, checkedShadow: 'none' },
        colorScheme: { light: toggles, dark: toggles },
      },
      tooltip: {
        root: { borderRadius: SQUARE, shadow: 'none', maxWidth: '320px' },
        colorScheme: { light: tips, dark: tips },
      },
    },
    semantic: {
      transitionDuration: '0s',
      focusRing,
      formField: { paddingX: '8px', paddingY: '5px', borderRadius: SQUARE, focusRing },
      content: { borderRadius: SQUARE },
      overlay: {
        select: { borderRadius: SQUARE, shadow: 'none' },
        popover: { borderRadius: SQUARE, shadow: 'none' },
        modal: { borderRadius: SQUARE, shadow: 'none', padding: '16px' },
      },
      list: { option: { borderRadius: SQUARE, padding: '6px 8px' } },
      colorScheme: { light: scheme, dark: scheme },
    },
  },
);
