/** simulation: marks of a file come in; what a machine makes of them, and photographs of it, go out. */
export { type MachineModel, simulateMachine } from './machines';
export { moduleWidths, type ModuleWidths } from './moduleWidths';
export { modulesSeen, type ModulesSeen } from './modulesSeen';
export { photograph } from './photograph';
export {
  type Glare,
  handTilt,
  type Light,
  metalMirrors,
  plainSetting,
  plasticMirrors,
  type Setting,
  type Shine,
  type Shot,
  shotOf,
} from './shot';
export { type Surface, surfaceOf } from './surface';
export { type Texture, textureTile, type TextureTile } from './texture';
export { noWear, type Wear, worn } from './wear';
export type { Subject } from './view';
export type { Bend } from './wrapped';
