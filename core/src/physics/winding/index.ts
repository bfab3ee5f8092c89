export {
  layWinding,
  turnsFromLength,
  type Layer,
  type LayerStacking,
  type LayerStyle,
  type Winding,
  type WindingEnd,
  type WindingSpec,
} from './winding.js';
