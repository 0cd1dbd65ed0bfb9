import pino from 'pino';
import { logLevel } from '@/config/environment';

export const log = pino({ level: logLevel(), base: { program: 'worker' } });
