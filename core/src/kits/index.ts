export { asKit, type KitTraining, type StartingKit } from './kit.js';
export { KITS } from './registry.js';
export { isKitFile, KIT_ABOUT_MOST, KIT_NAME_MOST, kitFile, kitOf } from './file.js';
