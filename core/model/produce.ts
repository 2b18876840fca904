import { enableArrayMethods, produce } from 'immer';

// What is looked for in a list is looked for in the list itself: a draft of every item passed by took most of an edit's time.
enableArrayMethods();

export { produce };
