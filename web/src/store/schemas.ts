import '../zod';

export { refusalOf } from '../../../core/rig';
