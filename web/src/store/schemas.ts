import '../zod';

export { refusalOf } from '../../../core/file';
