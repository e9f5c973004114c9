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
      <h1>Set-up</h1>
      <nav className="tabs" aria-label="Set-up">
        <NavLink to="/set-up/hands">Hands</NavLink>
        <NavLink to="/set-up/schools">Schools</NavLink>
        <NavLink to="/set-up/estimates">Estimates</NavLink>
        <NavLink to="/set-up/drawing">Drawing</NavLink>
        <NavLink to="/set-up/archive">Backup</NavLink>
        <NavLink to="/set-up/account">Account</NavLink>
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
