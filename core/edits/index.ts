// Every change of a rig: named edits, how they are applied, taken back and carried over to another document.
export { applyBy, trialOf, type Applied, type ChangeCheck } from './apply';
export { applyEdit } from './apply-edit';
export { routingTrial, trial } from './trial';
export {
  EditError,
  type EditCall,
  type EditGroup,
  type Heal,
  type Move,
  type RoutingChange,
  type SingleEdit,
} from './named';
export { carryOver } from './carry';
export { variantsKept } from './keep-variants';
export { outletWant, outletWantId } from './outlet-want';
export { historyOf, recordOf, remember, stepBack, type History, type Logged } from './history';
