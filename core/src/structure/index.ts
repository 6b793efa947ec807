export {
  beamStiffness,
  beamStiffnessAt,
  bendingMode,
  evenSag,
  guideCompliance,
  twistStiffness,
  type Held,
} from './beam.js';
export {
  FRAME_MATERIALS,
  openTorsion,
  sectionWorth,
  type FrameMaterial,
  type Section,
  type SectionWorth,
} from './section.js';
