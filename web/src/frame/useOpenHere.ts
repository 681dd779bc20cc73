// What is open in this window, for those who are at the same audit.
import { useEffect } from 'react';
import { useMatch } from 'react-router';
import { open } from '../device/live';

export function useOpenHere(audit: string) {
  const { box } = useMatch('/audits/:audit/walk/:box')?.params ?? {};
  const { room } = useMatch('/audits/:audit/walk/room/:room')?.params ?? {};
  const { cable } = useMatch('/audits/:audit/walk/cable/:cable')?.params ?? {};
  const { panel } = useMatch('/audits/:audit/panel/:panel')?.params ?? {};
  useEffect(() => {
    if (box) open({ audit, kind: 'box', id: box });
    else if (room) open({ audit, kind: 'room', id: room });
    else if (cable) open({ audit, kind: 'run', id: cable });
    else if (panel) open({ audit, kind: 'panel', id: panel });
    else open({ audit });
  }, [audit, box, room, cable, panel]);
  useEffect(() => () => open(null), []);
}
