/** Why a use case did not do what was asked. Unknown and forbidden are the same to the asker. */
export type RefusalCode = 'signed-out' | 'not-found' | 'invalid' | 'conflict' | 'too-many';

export class Refusal extends Error {
  constructor(
    readonly code: RefusalCode,
    readonly facts: Readonly<Record<string, unknown>> = {},
  ) {
    super(code);
  }
}
