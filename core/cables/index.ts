export { adapterFor, connectorName, kindServes, leadKindFor, plugFits, presents } from './fit';
