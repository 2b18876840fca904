export { frequenciesOf, type Element, type Netlist, type Sweep } from './netlist';
export { NetlistError, parseNetlist } from './parse';
export { SingularError } from './order';
export { solverOf, type Response, type Solver } from './solver';
export { curveOf, type Curve } from './response';
export { writeNetlist } from './write';
