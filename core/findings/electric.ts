// What rules of tone, level and time read of a setting.
import type { Reads } from '../model';

export const ofElectricity = ['boxes', 'leads', 'variant', 'standing', 'houseRules'] as const;

export type Electric = Reads<(typeof ofElectricity)[number]>;
