'use client';

import type { ObjectName } from '@/contract/shared/fields';
import { ObjectPage } from '../set-up/objects/ObjectPage';
import { Happened } from './Happened';
import { HookCalls } from './HookCalls';
import { Maintenance } from './maintenance/Maintenance';
import { RequestActs } from './RequestActs';
import { TemplatePreview } from './TemplatePreview';

interface Props {
  readonly object: ObjectName;
  readonly id: string;
  readonly mayChange: boolean;
  readonly today: string;
}

/** One object of the section Work, with what belongs to it below. */
export function WorkObjectPage(props: Props) {
  const { object, id, mayChange } = props;
  const isNew = id === 'new';
  return (
    <ObjectPage {...props}>
      {!isNew && (object === 'customers' || object === 'assets') && <Happened object={object} id={id} />}
      {!isNew && object === 'maintenance-plans' && (
        <Maintenance id={id} mayChange={mayChange} today={props.today} />
      )}
      {!isNew && object === 'requests' && <RequestActs id={id} mayChange={mayChange} />}
      {object === 'message-templates' && <TemplatePreview />}
      {!isNew && object === 'hooks' && <HookCalls id={id} mayChange={mayChange} />}
    </ObjectPage>
  );
}
