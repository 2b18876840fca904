export { refusalOf } from '../../../core/rig';
