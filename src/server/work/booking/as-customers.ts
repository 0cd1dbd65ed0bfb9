import { readAll } from '@/db/repositories/shared/schedule';
import { Refusal } from '../../shared/refusal';
import { CUSTOMERS_ID, type SystemUnit, type Unit } from '../../shared/unit';

/** A unit in the name of customers, who have no account: they may have work taken in anywhere, and nothing else asks for them. */
export async function inCustomersName(unit: SystemUnit): Promise<Unit> {
  const territories = await readAll(unit.transaction, 'territories');
  return {
    ...unit,
    user: {
      id: CUSTOMERS_ID,
      name: 'the customer',
      email: '',
      role: 'agent',
      mayForce: false,
      grants: territories.map((t) => ({ territoryId: t.id, mayChange: true })),
    },
  };
}

/** The same for who books alone; refused as unknown where customers may not. */
export async function asCustomers(unit: SystemUnit): Promise<Unit> {
  const [company] = await readAll(unit.transaction, 'company');
  if (!company?.bookingOpen) throw new Refusal('not-found');
  return inCustomersName(unit);
}
