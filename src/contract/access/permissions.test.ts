import { OBJECT_NAMES } from '../shared/fields';
import { type Holder, may, ROLES, roleMay } from './permissions';

const dispatcher: Holder = {
  role: 'dispatcher',
  grants: [
    { territoryId: 'quay', mayChange: true },
    { territoryId: 'north', mayChange: false },
  ],
};

describe('who may what', () => {
  it('reading needs one of the territories, changing all of them', () => {
    expect(may(dispatcher, 'read', 'visits', ['north', 'far'])).toBe(true);
    expect(may(dispatcher, 'read', 'visits', ['far'])).toBe(false);
    expect(may(dispatcher, 'change', 'visits', ['quay'])).toBe(true);
    expect(may(dispatcher, 'change', 'visits', ['quay', 'north'])).toBe(false);
  });
  it('what belongs to the whole company goes by role alone', () => {
    expect(may(dispatcher, 'read', 'skills')).toBe(true);
    expect(may(dispatcher, 'change', 'skills')).toBe(false);
    expect(may({ role: 'analyst', grants: [] }, 'change', 'skills')).toBe(true);
  });
  it('whoever may change may read', () => {
    for (const role of ROLES)
      for (const object of OBJECT_NAMES)
        if (roleMay(role, 'change', object)) expect(roleMay(role, 'read', object)).toBe(true);
  });
  it('managers change nothing, technicians see nothing of the office, only administrators have users', () => {
    expect(OBJECT_NAMES.some((o) => roleMay('manager', 'change', o))).toBe(false);
    expect(OBJECT_NAMES.some((o) => roleMay('technician', 'read', o))).toBe(false);
    expect(ROLES.filter((r) => roleMay(r, 'read', 'users'))).toEqual(['administrator']);
  });
});
