import { definePreset } from '@primeuix/themes';
import { primitive, semantic } from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import datatable from '@primeuix/themes/aura/datatable';
import dialog from '@primeuix/themes/aura/dialog';
import inputtext from '@primeuix/themes/aura/inputtext';
import paginator from '@primeuix/themes/aura/paginator';
import select from '@primeuix/themes/aura/select';
import textarea from '@primeuix/themes/aura/textarea';

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

/** Flat card and ink: square corners, one-pixel rules, no shadows. */
export const cardAndInk = definePreset(
  { primitive, semantic, components: { button, datatable, dialog, inputtext, paginator, select, textarea } },
  {
    components: { paginator: { navButton: { borderRadius: SQUARE }, root: { borderRadius: SQUARE } } },
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
