import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { TitleLine } from '../shared/TitleLine';

const tabs = [
  { to: '/office/people', text: 'People' },
  { to: '/office/restore-points', text: 'Restore points' },
  { to: '/office/notices', text: 'Notices' },
  { to: '/office/directory', text: 'Postal directory' },
  { to: '/office/audit', text: 'Audit list' },
];

/** What the administrator's screens share. */
export function OfficeFrame({ title, about, children }: { title: string; about: string; children: ReactNode }) {
  return (
    <>
      <TitleLine title={title}>{about}</TitleLine>
      <nav className="tabs" aria-label="Administration">
        {tabs.map((tab) => (
          <NavLink key={tab.to} to={tab.to} className={({ isActive }) => (isActive ? 'chosen' : '')}>
            {tab.text}
          </NavLink>
        ))}
      </nav>
      {children}
    </>
  );
}
