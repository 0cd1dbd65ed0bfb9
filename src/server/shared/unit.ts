import type { Grant, Limits, Role } from '@/contract/access/permissions';
import type { Transaction } from '@/db/connection';

/** Whoever is no user: customers who book alone. Nobody else has this id. */
export const CUSTOMERS_ID = 'customers';

/** Who asks, with the territories that they were given. */
export interface User {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
  /** Whether they may place visits against a rule. */
  readonly mayForce: boolean;
  /** Which of the technicians they are; absent for the office. */
  readonly technicianId?: string | null;
  readonly grants: readonly Grant[];
  /** How far a program may go in their name; none is as far as they may themselves. */
  readonly limits?: Limits;
}

/** What a use case works in: one transaction, in somebody's name, at one moment. */
export interface Unit {
  readonly user: User;
  readonly transaction: Transaction;
  /** Seconds since 1970. */
  readonly now: number;
}

/** What is done in nobody's name: by a worker, or before somebody has signed in. */
export type SystemUnit = Omit<Unit, 'user'>;
