import { useQuery } from '@tanstack/react-query';
import { NavLink, Outlet } from 'react-router';
import { api } from '../api/client';
import type { Intake, User } from '../api/types';
import pine from './pine.svg';
import { useSignOut } from './session';

interface Today {
  waiting: Intake[];
}

const areas = [
  { to: '/', text: 'Today', end: true },
  { to: '/intakes', text: 'Intakes', end: false },
  { to: '/plans', text: 'Column plans', end: false },
  { to: '/supporters', text: 'Supporters', end: false },
  { to: '/gifts', text: 'Gifts', end: false },
];

/** The frame around every page: the areas on a rail, with how much waits in each. */
export function Frame({ user, organization }: { user: User; organization: string }) {
  const today = useQuery({ queryKey: ['today'], queryFn: () => api.get<Today>('today') });
  const signOut = useSignOut();
  const waiting = today.data?.waiting.length ?? 0;
  return (
    <div className="frame">
      <nav className="rail" aria-label="Areas">
        <div className="rail-brand">
          <img src={pine} alt="" /> Pine Sieve
        </div>
        {areas.filter((area) => area.to !== '/plans' || user.may_load).map((area) => (
          <NavLink key={area.to} to={area.to} end={area.end} className={({ isActive }) => `item${isActive ? ' chosen' : ''}`}>
            {area.text}
            {area.to === '/intakes' && waiting > 0 && <span className="waits" title={`${waiting} not loaded yet`}>{waiting}</span>}
          </NavLink>
        ))}
        <div className="rail-foot">
          <div>{organization}</div>
          <div>
            {user.name}, {user.role}
          </div>
          <button type="button" onClick={() => signOut.mutate()}>
            Sign out
          </button>
        </div>
      </nav>
      <main className="main">
        <Outlet />
      </main>
    </div>
  );
}
