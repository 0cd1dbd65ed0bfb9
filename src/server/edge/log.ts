import pino from 'pino';
import { logLevel } from '@/config/environment';

/** One line of JSON for each thing worth knowing; never passwords, tokens, or what people wrote. */
export const log = pino({ level: logLevel(), base: { program: 'web' } });
