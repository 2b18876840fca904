import '../zod';
import { expose } from 'comlink';
import { makeSearches } from './searches';

expose(makeSearches());
