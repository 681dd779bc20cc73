import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-next/wght-italic.css';
import '@fontsource/b612-mono/latin-400.css';
import '@fontsource/b612-mono/latin-700.css';
import './style/app.scss';
import { QueryClientProvider } from '@tanstack/react-query';
import { type ComponentType, StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { queryClient } from './api/queries';
import { begin } from './device/device';
import { keepPage } from './device/renew';
import { followDevice } from './device/useDevice';
import { Frame } from './frame/Frame';
import { JobsView } from './jobs/JobsView';
import { guardUnsaved, isQuiet } from './walk/sessions';

// What the first screen does not need comes when it is gone to.
const page = (Component: ComponentType) => ({ Component });
const walk = async () => page((await import('./walk/WalkView')).WalkView);
const basis = async () => page((await import('./basis/BasisView')).BasisView);
const panel = async () => page((await import('./panel/PanelView')).PanelPage);
const trace = async () => page((await import('./trace/TraceView')).TraceView);
const bench = async () => page((await import('./bench/BenchView')).BenchView);
const plan = async () => page((await import('./plan/PlanView')).PlanView);
const handOver = async () => page((await import('./handover/HandOverView')).HandOverView);
const report = async () => page((await import('./handover/ReportView')).ReportView);
const notice = async () => page((await import('./handover/NoticeView')).NoticeView);
const house = async () => page((await import('./house/HouseView')).HouseView);
const people = async () => page((await import('./people/PeopleView')).PeopleView);
const pair = async () => page((await import('./people/PairView')).PairView);
const drill = async () => page((await import('./drill/DrillView')).DrillView);
const pocket = async () => page((await import('./pocket/PocketView')).PocketView);
const rules = async () => page((await import('./rulebook/RuleBookView')).RuleBookView);

const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      { path: '/', element: <JobsView /> },
      { path: '/audits/:audit', element: <Navigate to="walk" replace /> },
      { path: '/audits/:audit/basis', lazy: basis },
      { path: '/audits/:audit/walk', lazy: walk },
      { path: '/audits/:audit/walk/:box', lazy: walk },
      { path: '/audits/:audit/walk/room/:room', lazy: walk },
      { path: '/audits/:audit/walk/cable/:cable', lazy: walk },
      { path: '/audits/:audit/panel', lazy: panel },
      { path: '/audits/:audit/panel/:panel', lazy: panel },
      { path: '/audits/:audit/trace', lazy: trace },
      { path: '/audits/:audit/trace/:circuit', lazy: trace },
      { path: '/audits/:audit/bench', lazy: bench },
      { path: '/audits/:audit/plan', lazy: plan },
      { path: '/audits/:audit/hand-over', lazy: handOver },
      { path: '/audits/:audit/hand-over/report/:kind', lazy: report },
      { path: '/audits/:audit/hand-over/notice', lazy: notice },
      { path: '/audits/:audit/house', lazy: house },
      { path: '/audits/:audit/rules', lazy: rules },
      { path: '/audits/:audit/calculators', lazy: pocket },
      { path: '/audits/:audit/calculators/:calculator', lazy: pocket },
      { path: '/drill', lazy: drill },
      { path: '/drill/:kind/:level/:seed', lazy: drill },
      { path: '/calculators', lazy: pocket },
      { path: '/calculators/:calculator', lazy: pocket },
      { path: '/rules', lazy: rules },
      { path: '/people', lazy: people },
      { path: '/pair', lazy: pair },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

guardUnsaved();
followDevice();

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queryClient}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
}

// The core is loaded beside the first screen, not before it: whoever needs it sooner starts it.
const FIRST_SCREEN_MS = 1_000;
const LATEST_MS = 3_000;
keepPage(isQuiet);
setTimeout(() => {
  if ('requestIdleCallback' in window) requestIdleCallback(() => void begin(), { timeout: LATEST_MS });
  else void begin();
}, FIRST_SCREEN_MS);
