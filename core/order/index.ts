// The usual order: what an effect is to it, why one stands ahead of another, and where houses differ.
export { DRIVEN_DB, memberOf, wishOf, type Group, type Member } from './group';
export { positionOf, schoolWords, SCHOOLS, type School, type SchoolName } from './schools';
export { verdictOf, verdictsOf, verdictWords, type Verdict } from './verdict';
