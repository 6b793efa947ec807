import type { OverlayOptions } from 'primeng/api';

/**
 * How lists behave that open over a page. One that is opened again while it still fades out would be closed by the end of
 * the fade: they come and go at once. They hang on their field and move with it: a page that is still coming to rest
 * where it was led does not close them.
 */
export const OVERLAY_OPTIONS: OverlayOptions = {
  motionOptions: { disabled: true },
  listener: (_event, options) => options?.type !== 'scroll' && options?.valid === true,
};
