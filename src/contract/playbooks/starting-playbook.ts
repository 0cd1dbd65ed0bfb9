import { type PlaybookContent, playbookContent } from './playbook';

/** What a company begins with: promises before the road, the road before waiting. Every price is there to be changed. */
export const STARTING_PLAYBOOK: PlaybookContent = playbookContent.parse({
  format: 2,
  rules: { skills: true, territory: 'home-and-cover', persons: true, lateLimitMin: 30, restMin: 660 },
  prices: {
    drivingHour: 24,
    drivingKm: 0.12,
    overtimeHour: 78,
    weekOvertimeHour: 39,
    lateMinute: 1.2,
    missedWindow: 60,
    dayWaited: 4,
    favouredMissed: 14,
    avoidedUsed: 14,
    coverVisit: 11,
    loanVisit: 5,
    changed: 6,
    moved: 2,
    movedMin: 15,
    personOut: 0,
    looseEnd: [420, 260, 150, 90, 60],
  },
});
