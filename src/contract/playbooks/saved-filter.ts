import { z } from 'zod';
import { nameText } from '../shared/fields';
import { defineObject } from '../shared/object';
import { pairFilter } from './filter';

/** Conditions under a name, to be used again: what uses them keeps them as they were then. */
export const savedFilter = defineObject({
  name: 'filters',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({ name: nameText, filter: pairFilter }),
});
