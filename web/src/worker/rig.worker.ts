import '../zod';
import { expose } from 'comlink';
import { makeRigWorker } from './rig-worker';

expose(makeRigWorker());
