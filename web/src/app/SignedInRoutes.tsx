import { lazy, type ComponentType } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { PatternList } from '../patterns/PatternList.tsx';
import { StudentListScreen } from '../students/StudentListScreen.tsx';
import { AppShell } from './AppShell.tsx';
import { ById } from './ById.tsx';
import { MOVED_PATHS, MovedPath } from './MovedPath.tsx';
import { ScreenBoundary } from './ScreenBoundary.tsx';

const loadPatternScreen = () => import('../pattern-editor/PatternScreen.tsx');
const PatternScreen = lazy(loadPatternScreen);
const GenerateScreen = lazy(() => import('../generate/GenerateScreen.tsx'));
const SchoolsScreen = lazy(() => import('../schools/SchoolsScreen.tsx'));
const PatternLibraryScreen = lazy(() => import('../pattern-library/PatternLibraryScreen.tsx'));
const ImportScreen = lazy(() => import('../import/ImportScreen.tsx'));
const HarmonicsScreen = lazy(() => import('../harmonics/HarmonicsScreen.tsx'));
const SongList = lazy(() => import('../songs/SongList.tsx'));
const SongScreen = lazy(() => import('../songs/SongScreen.tsx'));
const DrillSetSheet = lazy(() => import('../sheets/DrillSetSheet.tsx'));
const ChordDiagramsSheet = lazy(() => import('../sheets/ChordDiagramsSheet.tsx'));
const SongSheet = lazy(() => import('../sheets/SongSheet.tsx'));
const SongStand = lazy(() => import('../stand/SongStand.tsx'));
const HandScreen = lazy(() => import('../hand/HandScreen.tsx'));
const PatternStand = lazy(() => import('../stand/PatternStand.tsx'));
const BuildUpSheet = lazy(() => import('../sheets/BuildUpSheet.tsx'));
const TodayScreen = lazy(() => import('../today/TodayScreen.tsx'));
const StudentReport = lazy(() => import('../report/StudentReport.tsx'));
const StudentSheet = lazy(() => import('../sheets/StudentSheet.tsx'));
const StudentPage = lazy(() => import('../students/StudentPage.tsx'));
const SkillsScreen = lazy(() => import('../skills/SkillsScreen.tsx'));
const CourseSheet = lazy(() => import('../skills/CourseSheet.tsx'));
const StudioSkillsScreen = lazy(() => import('../skills/StudioSkillsScreen.tsx'));
const TakeScreen = lazy(() => import('../takes/TakeScreen.tsx'));
const Help = lazy(() => import('../help/Help.tsx'));
const SettingsScreen = lazy(() => import('../settings/SettingsScreen.tsx'));
// The editor comes with its screen, in one file.
const PatternEditor = lazy(async () => ({ default: (await loadPatternScreen()).PatternEditor }));
const CompareSchools = lazy(() => import('../compare-schools/CompareSchools.tsx'));
const DrillGrid = lazy(() => import('../drills/DrillGrid.tsx'));
const PatternSheet = lazy(() => import('../sheets/PatternSheet.tsx'));
const RecordTakeScreen = lazy(() => import('../takes/RecordTakeScreen.tsx'));

type Screen = readonly [path: string, screen: ComponentType];

/** Every screen and where it is. */
const SCREENS: readonly Screen[] = [
  ['/today', TodayScreen],
  ['/patterns', PatternList],
  ['/patterns/generate', GenerateScreen],
  ['/patterns/library', PatternLibraryScreen],
  ['/schools', SchoolsScreen],
  ['/schools/:key', SchoolsScreen],
  ['/patterns/import', ImportScreen],
  ['/patterns/sheet', DrillSetSheet],
  ['/songs', SongList],
  ['/chord-diagrams', ChordDiagramsSheet],
  ['/harmonics', HarmonicsScreen],
  ['/students', StudentListScreen],
  ['/skills', StudioSkillsScreen],
  ['/settings/*', SettingsScreen],
  ['/help', Help],
];

/** Screens about one thing of the studio. */
const SCREENS_BY_ID: readonly Screen[] = [
  ['/songs/:id', SongScreen],
  ['/songs/:id/sheet', SongSheet],
  ['/songs/:id/build-up', BuildUpSheet],
  ['/songs/:id/stand', SongStand],
  ['/students/:id', StudentPage],
  ['/students/:id/report', StudentReport],
  ['/students/:id/sheet', StudentSheet],
  ['/students/:id/skills', SkillsScreen],
  ['/students/:id/skills/course', CourseSheet],
  ['/takes/:id', TakeScreen],
];

/** What can be done with one pattern: all of it on one store with one undo. */
const PATTERN_VIEWS: readonly Screen[] = [
  ['compare-schools', CompareSchools],
  ['drills', DrillGrid],
  ['hand', HandScreen],
  ['sheet', PatternSheet],
  ['stand', PatternStand],
  ['take', RecordTakeScreen],
];

const screenRoute = ([path, Shown]: Screen) => (
  <Route
    key={path}
    path={path}
    element={
      <ScreenBoundary key={path}>
        <Shown />
      </ScreenBoundary>
    }
  />
);

const byId = ([path, Shown]: Screen): Screen => [
  path,
  () => (
    <ById>
      <Shown />
    </ById>
  ),
];

const BY_ID = SCREENS_BY_ID.map(byId);
const [, OnePattern] = byId(['/patterns/:id', PatternScreen]);

/** The screens of somebody signed in. */
export const SignedInRoutes = () => (
  <Routes>
    <Route element={<AppShell />}>
      {SCREENS.map(screenRoute)}
      {BY_ID.map(screenRoute)}
      <Route
        path="/patterns/:id"
        element={
          <ScreenBoundary key="/patterns/:id">
            <OnePattern />
          </ScreenBoundary>
        }
      >
        <Route index element={<PatternEditor />} />
        {PATTERN_VIEWS.map(([path, View]) => (
          <Route key={path} path={path} element={<View />} />
        ))}
        <Route path="approaches" element={<MovedPath to="../compare-schools" />} />
        <Route path="*" element={<Navigate to=".." replace />} />
      </Route>
      {Object.entries(MOVED_PATHS).map(([path, to]) => (
        <Route key={path} path={path} element={<MovedPath to={to} />} />
      ))}
      <Route path="*" element={<Navigate to="/today" replace />} />
    </Route>
  </Routes>
);
