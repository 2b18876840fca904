// What the map can be asked: which jacks and leads belong to a layer, and what stands in another.
export {
  elsewhereOf,
  hasQuantity,
  isOther,
  isSilentBox,
  jacksInLayer,
  jacksOf,
  LAYERS,
  tells,
  type Elsewhere,
  type Layer,
  type OtherLayer,
} from './layers';
