import { createBrowserRouter, Navigate } from 'react-router';
import { OpenAccount } from '../access/OpenAccount';
import { SignInPage } from '../access/SignIn';
import { AllSites } from '../overview/AllSites';
import { Loading } from '../ui/Notice';
import { Broken, NotFound } from './Broken';
import { Frame } from './Frame';

/** Every screen has an address of its own; all but the first are fetched when they are needed. */
export const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInPage /> },
  { path: '/open-account', element: <OpenAccount /> },
  {
    element: <Frame />,
    errorElement: <Broken />,
    hydrateFallbackElement: <Loading />,
    children: [
      { path: '/', element: <AllSites /> },
      {
        path: '/domains/:domainId?',
        lazy: async () => ({ Component: (await import('../domain/DomainsPage')).DomainsPage }),
      },
      {
        path: '/hosts/:hostId?',
        lazy: async () => ({ Component: (await import('../host/HostsPage')).HostsPage }),
      },
      {
        path: '/practice',
        lazy: async () => ({ Component: (await import('../world/PracticePage')).PracticePage }),
      },
      { path: '/new', lazy: async () => ({ Component: (await import('../site/NewSite')).NewSite }) },
      {
        path: '/sites/:siteId',
        lazy: async () => ({ Component: (await import('../site/SiteFrame')).SiteFrame }),
        children: [
          { index: true, element: <Navigate to="what" replace /> },
          {
            path: 'where/redirects/bring',
            lazy: async () => ({ Component: (await import('../redirect/BringIn')).BringIn }),
          },
          {
            path: 'where/redirects/:ruleId?',
            lazy: async () => ({ Component: (await import('../redirect/RedirectsPage')).RedirectsPage }),
          },
          {
            path: 'where/missed',
            lazy: async () => ({ Component: (await import('../visit/MissedPage')).MissedPage }),
          },
          {
            path: 'where/hosts/:destinationId?',
            lazy: async () => ({
              Component: (await import('../destination/DestinationsPage')).DestinationsPage,
            }),
          },
          {
            path: 'where/:addressId?',
            lazy: async () => ({ Component: (await import('../address/Where')).Where }),
          },
          { path: 'what', lazy: async () => ({ Component: (await import('../draft/DraftPage')).DraftPage }) },
          {
            path: 'what/look',
            lazy: async () => ({ Component: (await import('../preview/Look')).Look }),
          },
          {
            path: 'what/review',
            lazy: async () => ({ Component: (await import('../publish/ReviewPage')).ReviewPage }),
          },
          {
            path: 'what/versions/:number?',
            lazy: async () => ({ Component: (await import('../version/VersionsPage')).VersionsPage }),
          },
          { path: 'when', lazy: async () => ({ Component: (await import('../schedule/When')).When }) },
          { path: 'who', lazy: async () => ({ Component: (await import('../access/Who')).Who }) },
        ],
      },
      { path: '*', element: <NotFound /> },
    ],
  },
]);
