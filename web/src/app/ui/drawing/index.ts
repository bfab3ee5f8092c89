export { drawLayers, type Layer, type LayerGroup } from './draw-layers';
