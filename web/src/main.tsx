import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-next/wght-italic.css';
import '@fontsource/b612-mono/latin-400.css';
import '@fontsource/b612-mono/latin-700.css';
import './style/app.scss';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { queryClient } from './api/queries';
import { BasisView } from './basis/BasisView';
import { BenchView } from './bench/BenchView';
import { Frame } from './frame/Frame';
import { HandOverView } from './handover/HandOverView';
import { JobsView } from './jobs/JobsView';
import { PanelPage } from './panel/PanelView';
import { PlanView } from './plan/PlanView';
import { RuleBookView } from './rulebook/RuleBookView';
import { TraceView } from './trace/TraceView';
import { guardUnsaved } from './walk/sessions';
import { WalkView } from './walk/WalkView';

const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      { path: '/', element: <JobsView /> },
      { path: '/audits/:audit', element: <Navigate to="walk" replace /> },
      { path: '/audits/:audit/basis', element: <BasisView /> },
      { path: '/audits/:audit/walk', element: <WalkView /> },
      { path: '/audits/:audit/walk/:box', element: <WalkView /> },
      { path: '/audits/:audit/walk/room/:room', element: <WalkView /> },
      { path: '/audits/:audit/walk/cable/:cable', element: <WalkView /> },
      { path: '/audits/:audit/panel', element: <PanelPage /> },
      { path: '/audits/:audit/panel/:panel', element: <PanelPage /> },
      { path: '/audits/:audit/trace', element: <TraceView /> },
      { path: '/audits/:audit/trace/:circuit', element: <TraceView /> },
      { path: '/audits/:audit/bench', element: <BenchView /> },
      { path: '/audits/:audit/plan', element: <PlanView /> },
      { path: '/audits/:audit/hand-over', element: <HandOverView /> },
      { path: '/audits/:audit/rules', element: <RuleBookView /> },
      { path: '/rules', element: <RuleBookView /> },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

guardUnsaved();

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
