import {
  mdiAccountHardHat,
  mdiBookshelf,
  mdiEngineOutline,
  mdiHomeVariantOutline,
  mdiRulerSquareCompass,
  mdiThemeLightDark,
  mdiViewList,
} from '@mdi/js';

/** The few icons of the rail and its foot, as paths on a field of 24 by 24. */
export const ICONS = {
  floor: mdiViewList,
  engines: mdiEngineOutline,
  library: mdiBookshelf,
  instruments: mdiRulerSquareCompass,
  shop: mdiHomeVariantOutline,
  person: mdiAccountHardHat,
  light: mdiThemeLightDark,
} as const;
export type IconName = keyof typeof ICONS;
