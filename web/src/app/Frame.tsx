import { useQuery } from '@tanstack/react-query';
import { NavLink, Outlet } from 'react-router';
import type { Messages } from '../api/answers';
import { api } from '../api/client';
import type { Intake, User } from '../api/types';
import { count } from '../shared/format';
import pine from './pine.svg';
import { useSignOut } from '../shared/session';
import { useFocusStays } from './useFocusStays';

interface Today {
  failing: unknown[];
  waiting: Intake[];
  held: number;
  batches: number | null;
  unreached: number | null;
  promises: { overdue: number; failed: number } | null;
}

interface Area {
  to: string;
  text: string;
  may: boolean;
  waits?: number;
  why?: string;
}

/** The frame around every page: the areas on a rail, with how much waits in each. */
export function Frame({ user, organization }: { user: User; organization: string }) {
  const today = useQuery({ queryKey: ['today'], queryFn: () => api.get<Today>('today') });
  const messages = useQuery({ queryKey: ['messages'], queryFn: () => api.get<Messages>('messages'), refetchInterval: 30_000 });
  const signOut = useSignOut();
  useFocusStays();
  const late = (today.data?.promises?.overdue ?? 0) + (today.data?.promises?.failed ?? 0);
  const unread = messages.data?.unread ?? 0;
  const areas: Area[][] = [
    [{ to: '/', text: 'Today', may: true }],
    [
      { to: '/intakes', text: 'Intakes', may: true, waits: today.data?.waiting.length, why: 'not loaded yet' },
      { to: '/held', text: 'Held rows', may: true, waits: today.data?.held, why: 'held rows' },
      { to: '/entry', text: 'Type in', may: user.may_edit },
      { to: '/plans', text: 'Column plans', may: user.may_load },
      { to: '/connections', text: 'Connections', may: true, waits: today.data?.failing.length, why: 'can not be pulled' },
    ],
    [
      { to: '/supporters', text: 'Supporters', may: true },
      { to: '/gifts', text: 'Gifts', may: true },
      { to: '/promises', text: 'Promises', may: true, waits: late, why: 'overdue, or failed to come' },
      { to: '/funds', text: 'Funds', may: true },
      { to: '/totals', text: 'Totals', may: true },
      { to: '/batches', text: 'Batches', may: true, waits: today.data?.batches ?? 0, why: 'batches not posted' },
      {
        to: '/addresses',
        text: 'Addresses',
        may: user.may_load,
        waits: today.data?.unreached ?? 0,
        why: 'addresses that mail does not reach',
      },
      { to: '/duplicates', text: 'Duplicates', may: user.may_load },
    ],
    [
      { to: '/mailings', text: 'Mailings', may: user.may_edit },
      { to: '/exports', text: 'Exports', may: true },
      { to: '/standards', text: 'Standards', may: user.may_set_standards },
      { to: '/office', text: 'Administration', may: user.may_administer },
    ],
  ];
  return (
    <div className="frame">
      <a className="skip" href="#content">
        Skip to the page
      </a>
      <nav className="rail" aria-label="Areas">
        <div className="rail-brand">
          <img src={pine} alt="" /> Pine Sieve
        </div>
        {areas.map((group, i) => (
          <div key={i} className="rail-group">
            {group
              .filter((area) => area.may)
              .map((area) => (
                <NavLink key={area.to} to={area.to} end={area.to === '/'} className={({ isActive }) => `item${isActive ? ' chosen' : ''}`}>
                  {area.text}
                  {(area.waits ?? 0) > 0 && (
                    <span className="waits" title={`${area.waits} ${area.why}`}>
                      {count(area.waits ?? 0)}
                    </span>
                  )}
                </NavLink>
              ))}
          </div>
        ))}
        <div className="rail-foot">
          <div>{organization}</div>
          <div>
            <NavLink to="/account" className="rail-you">
              {user.name}
            </NavLink>
            , {user.role}
            {unread > 0 && (
              <NavLink to="/account" className="rail-new">
                {unread === 1 ? '1 new message' : `${unread} new messages`}
              </NavLink>
            )}
          </div>
          <button type="button" onClick={() => signOut.mutate()}>
            Sign out
          </button>
        </div>
      </nav>
      <main className="main" id="content" tabIndex={-1}>
        <Outlet />
      </main>
    </div>
  );
}
