import { useState, type MouseEvent } from 'react';
import { Button } from 'react-bootstrap';
import { Link, NavLink, Outlet } from 'react-router';
import { useAccount, useSignOut } from '../api/account.ts';
import { FirstCodes } from './FirstCodes.tsx';
import { currentTheme, toggleTheme } from './theme.ts';

const ThemeButton = () => {
  const [theme, setTheme] = useState(currentTheme);
  return (
    <Button variant="plain" onClick={() => setTheme(toggleTheme())}>
      {theme === 'dark' ? 'Light page' : 'Dark page'}
    </Button>
  );
};

/** After a click with the mouse the keys belong to the screen again, not to the button: Space plays, Enter puts. */
const letGo = ({ detail, target }: MouseEvent): void => {
  const button = target instanceof Element ? target.closest('button') : null;
  if (detail > 0 && button && !button.closest('.dropdown')) button.blur();
};

/** The frame around every screen: where one is, and who. */
export const Shell = () => {
  const { data: account } = useAccount();
  const signOut = useSignOut();
  return (
    <div className="shell" onClick={letGo}>
      <header className="shell-side">
        <Link to="/desk" className="shell-name">
          Fleet Wren
        </Link>
        <nav className="shell-nav" aria-label="Rooms">
          <NavLink to="/desk">Desk</NavLink>
          <NavLink to="/patterns">Patterns</NavLink>
          <NavLink to="/songs">Songs</NavLink>
          <NavLink to="/students">Students</NavLink>
          <NavLink to="/set-up">Set-up</NavLink>
        </nav>
        <div className="shell-foot">
          <span>{account?.studio}</span>
          <span className="text-soft">{account?.name}</span>
          <ThemeButton />
          <Link to="/about" className="btn btn-plain">
            About
          </Link>
          <Button variant="plain" onClick={() => signOut.mutate()}>
            Sign out
          </Button>
        </div>
      </header>
      <main className="shell-main">
        <Outlet />
      </main>
      <FirstCodes />
    </div>
  );
};
