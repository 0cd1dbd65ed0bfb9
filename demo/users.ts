import { PLAYER_ID } from '@/contract/day/player';

export const DEMO_PASSWORD = 'orrimay-demo';

/** The demo's office. */
export const USERS = [
  {
    id: 'user-analyst',
    email: 'analyst@orrimay.example',
    name: 'Runa Veldt',
    role: 'analyst',
    sees: 'all',
    mayChange: true,
    mayForce: true,
  },
  {
    id: 'user-east',
    email: 'east@orrimay.example',
    name: 'Joss Ambrey',
    role: 'dispatcher',
    sees: ['sallow', 'heights', 'farside'],
    mayChange: true,
    mayForce: true,
  },
  {
    id: 'user-west',
    email: 'west@orrimay.example',
    name: 'Tamsin Orlow',
    role: 'dispatcher',
    sees: ['westisle'],
    mayChange: true,
    mayForce: false,
  },
  {
    id: 'user-manager',
    email: 'manager@orrimay.example',
    name: 'Hale Quenby',
    role: 'manager',
    sees: 'all',
    mayChange: false,
    mayForce: false,
  },
  {
    id: 'user-field',
    email: 'field@orrimay.example',
    name: 'Suna Kettlevane',
    role: 'technician',
    sees: [],
    mayChange: false,
    mayForce: false,
  },
  // Whoever carries out the day while it is played: its reports come as those of phones do.
  {
    id: PLAYER_ID,
    email: 'player@orrimay.example',
    name: 'Day player',
    role: 'dispatcher',
    sees: 'all',
    mayChange: true,
    mayForce: false,
  },
] as const;

/** Which of the technicians a user is. */
export const IN_THE_FIELD: Readonly<Record<string, string>> = { 'user-field': 'tech-26' };
