import { say } from '@fleet-wren/wording';
import './set-up.scss';
import { NavLink, Navigate, Route, Routes } from 'react-router';
import { AccountPage } from './AccountPage.tsx';
import { Archive } from './Archive.tsx';
import { Drawing } from './Drawing.tsx';
import { Estimates } from './Estimates.tsx';
import { Hands } from './Hands.tsx';
import { Schools } from './Schools.tsx';

/** Set-up of the studio: hands, schools, estimates, drawing, and the archive. */
const SetUp = () => (
  <div className="page set-up">
    <header className="page-head">
      <h1>{say('common.settings')}</h1>
      <nav className="tabs" aria-label={say('common.settings')}>
        <NavLink to="/set-up/hands">{say('settings.hand-profiles')}</NavLink>
        <NavLink to="/set-up/schools">{say('settings.fingering-schools')}</NavLink>
        <NavLink to="/set-up/estimates">{say('settings.estimates')}</NavLink>
        <NavLink to="/set-up/drawing">{say('settings.display')}</NavLink>
        <NavLink to="/set-up/archive">{say('settings.backup')}</NavLink>
        <NavLink to="/set-up/account">{say('settings.account')}</NavLink>
      </nav>
    </header>
    <Routes>
      <Route path="hands" element={<Hands />} />
      <Route path="schools" element={<Schools />} />
      <Route path="estimates" element={<Estimates />} />
      <Route path="drawing" element={<Drawing />} />
      <Route path="archive" element={<Archive />} />
      <Route path="account" element={<AccountPage />} />
      <Route path="*" element={<Navigate to="/set-up/hands" replace />} />
    </Routes>
  </div>
);

export default SetUp;
