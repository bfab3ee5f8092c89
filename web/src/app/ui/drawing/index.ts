export { onResize } from './on-resize';
export { drawLayers, type Layer, type LayerGroup } from './draw-layers';
export { Stage, stageSize, type StageSize } from './stage';
