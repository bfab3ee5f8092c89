export {
  layWinding,
  turnsFromLength,
  type Layer,
  type LayerStyle,
  type Winding,
  type WindingEnd,
  type WindingSpec,
} from './winding.js';
