import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, NavLink, Outlet } from 'react-router';
import { useAccount, useSignOutMutation } from '../api/account.ts';
import { letGo } from '../components/blur-after-click.ts';
import { InitialRecoveryCodes } from '../components/recovery-codes/InitialRecoveryCodes.tsx';
import { getCurrentTheme, toggleTheme } from './theme.ts';

const ThemeButton = () => {
  const [theme, setTheme] = useState(getCurrentTheme);
  return (
    <Button variant="plain" onClick={() => setTheme(toggleTheme())}>
      {theme === 'dark' ? say('shell.light-theme') : say('shell.dark-theme')}
    </Button>
  );
};

/** The frame around every screen: where one is, and who. */
export const AppShell = () => {
  const { data: account } = useAccount();
  const signOut = useSignOutMutation();
  return (
    <div className="shell" onClick={letGo}>
      <header className="shell-side">
        <Link to="/today" className="shell-name">
          {say('common.fleet-wren')}
        </Link>
        <nav className="shell-nav" aria-label={say('shell.main-menu')}>
          <NavLink to="/today">{say('common.today')}</NavLink>
          <NavLink to="/patterns">{say('common.patterns')}</NavLink>
          <NavLink to="/songs">{say('common.songs')}</NavLink>
          <NavLink to="/students">{say('common.students')}</NavLink>
          <NavLink to="/settings">{say('common.settings')}</NavLink>
        </nav>
        <div className="shell-foot">
          <span>{account?.studio}</span>
          <span className="text-soft">{account?.name}</span>
          <ThemeButton />
          <Link to="/help" className="btn btn-plain">
            {say('help.title')}
          </Link>
          <Link to="/about" className="btn btn-plain">
            {say('common.about')}
          </Link>
          <Button variant="plain" onClick={() => signOut.mutate()}>
            {say('common.sign-out')}
          </Button>
        </div>
      </header>
      <main className="shell-main">
        <Outlet />
      </main>
      <InitialRecoveryCodes />
    </div>
  );
};
