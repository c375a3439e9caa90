import { Navigate, type RouteObject } from 'react-router';
import { Loading } from '../common/ui/Notice';
import { Broken, NotFound } from './Broken';

/** Every screen has an address of its own; they are fetched when they are needed. */
export const routes: RouteObject[] = [
  {
    hydrateFallbackElement: <Loading />,
    children: [
      {
        path: '/sign-in',
        lazy: async () => ({ Component: (await import('../who/access/SignInPage')).SignInPage }),
      },
      {
        path: '/first-run',
        lazy: async () => ({ Component: (await import('../overview/firstrun/FirstRunPage')).FirstRunPage }),
      },
      {
        path: '/open-account',
        lazy: async () => ({ Component: (await import('../who/access/OpenAccount')).OpenAccount }),
      },
      {
        path: '/take-over/:code',
        lazy: async () => ({ Component: (await import('../overview/moving/TakeOverPage')).TakeOverPage }),
      },
      {
        path: '/forgotten',
        lazy: async () => ({ Component: (await import('../who/access/RecoveryPage')).ForgottenPage }),
      },
      {
        path: '/recovery/:code',
        lazy: async () => ({ Component: (await import('../who/access/RecoveryPage')).RecoveryPage }),
      },
      {
        path: '/confirm-email/:code',
        lazy: async () => ({
          Component: (await import('../who/access/ConfirmEmailPage')).ConfirmEmailPage,
        }),
      },
      {
        path: '/join/:code',
        lazy: async () => ({ Component: (await import('../who/access/JoinPage')).JoinPage }),
      },
      {
        path: '/unsubscribe/:token',
        lazy: async () => ({ Component: (await import('../who/notice/UnsubscribePage')).UnsubscribePage }),
      },
      {
        path: '/practice/mail',
        lazy: async () => ({ Component: (await import('../practice/world/MailboxesPage')).MailboxesPage }),
      },
      {
        lazy: async () => ({ Component: (await import('./Frame')).Frame }),
        errorElement: <Broken />,
        children: [
          { path: '/', lazy: async () => ({ Component: (await import('../overview/AllSites')).AllSites }) },
          {
            path: '/domains/:domainId?',
            lazy: async () => ({ Component: (await import('../where/domain/DomainsPage')).DomainsPage }),
          },
          {
            path: '/hosts/:hostId?',
            lazy: async () => ({ Component: (await import('../hosting/host/HostsPage')).HostsPage }),
          },
          {
            path: '/costs/:costId?',
            lazy: async () => ({ Component: (await import('../hosting/cost/CostsPage')).CostsPage }),
          },
          {
            path: '/practice',
            lazy: async () => ({
              Component: (await import('../practice/world/PracticePage')).PracticePage,
            }),
          },
          {
            path: '/account',
            lazy: async () => ({ Component: (await import('./AccountPage')).AccountPage }),
          },
          {
            path: '/account/api/:operationId?',
            lazy: async () => ({ Component: (await import('../overview/api/ApiPage')).ApiPage }),
          },
          {
            path: '/account/messages/:receiverId?',
            lazy: async () => ({
              Component: (await import('../overview/message/MessagesPage')).MessagesPage,
            }),
          },
          {
            path: '/state',
            lazy: async () => ({ Component: (await import('../overview/state/StatePage')).StatePage }),
          },
          {
            path: '/notices',
            lazy: async () => ({ Component: (await import('../who/notice/NoticesPage')).NoticesPage }),
          },
          {
            path: '/new',
            lazy: async () => ({ Component: (await import('../what/begin/NewSite')).NewSite }),
          },
          {
            path: '/sites/:siteId',
            lazy: async () => ({ Component: (await import('./SiteFrame')).SiteFrame }),
            children: [
              { index: true, element: <Navigate to="what" replace /> },
              {
                path: 'start',
                lazy: async () => ({
                  Component: (await import('../harbor/publish/GoLivePage')).GoLivePage,
                }),
              },
              {
                path: 'where/redirects/bring',
                lazy: async () => ({ Component: (await import('../where/redirect/BringIn')).BringIn }),
              },
              {
                path: 'where/redirects/:ruleId?',
                lazy: async () => ({
                  Component: (await import('../where/redirect/RedirectsPage')).RedirectsPage,
                }),
              },
              {
                path: 'where/visits',
                lazy: async () => ({ Component: (await import('../where/visit/VisitsPage')).VisitsPage }),
              },
              {
                path: 'where/share',
                lazy: async () => ({ Component: (await import('../harbor/share/SharePage')).SharePage }),
              },
              {
                path: 'where/missed',
                lazy: async () => ({ Component: (await import('../where/visit/MissedPage')).MissedPage }),
              },
              {
                path: 'where/hosts/:destinationId?',
                lazy: async () => ({
                  Component: (await import('../hosting/destination/DestinationsPage')).DestinationsPage,
                }),
              },
              {
                path: 'where/:addressId?',
                lazy: async () => ({ Component: (await import('../where/address/Where')).Where }),
              },
              {
                path: 'what',
                lazy: async () => ({ Component: (await import('../what/draft/DraftPage')).DraftPage }),
              },
              {
                path: 'what/sftp',
                lazy: async () => ({ Component: (await import('../overview/sftp/SftpPage')).SftpPage }),
              },
              {
                path: 'what/pages',
                lazy: async () => ({ Component: (await import('../what/page/PagesPage')).PagesPage }),
              },
              {
                path: 'what/replace',
                lazy: async () => ({
                  Component: (await import('../what/replace/ReplacePage')).ReplacePage,
                }),
              },
              {
                path: 'what/about',
                lazy: async () => ({ Component: (await import('../what/about/AboutPage')).AboutPage }),
              },
              {
                path: 'what/findings',
                lazy: async () => ({
                  Component: (await import('../what/finding/FindingsPage')).FindingsPage,
                }),
              },
              {
                path: 'what/look',
                lazy: async () => ({ Component: (await import('../harbor/preview/Look')).Look }),
              },
              {
                path: 'what/review',
                lazy: async () => ({
                  Component: (await import('../harbor/publish/ReviewPage')).ReviewPage,
                }),
              },
              {
                path: 'what/reviews/:reviewId?',
                lazy: async () => ({
                  Component: (await import('../harbor/review/ReviewsPage')).ReviewsPage,
                }),
              },
              {
                path: 'what/versions/find',
                lazy: async () => ({ Component: (await import('../when/history/FindPage')).FindPage }),
              },
              {
                path: 'what/versions/compare',
                lazy: async () => ({
                  Component: (await import('../when/history/ComparePage')).ComparePage,
                }),
              },
              {
                path: 'what/versions/history',
                lazy: async () => ({
                  Component: (await import('../when/history/HistoryPage')).HistoryPage,
                }),
              },
              {
                path: 'what/versions/:number?',
                lazy: async () => ({
                  Component: (await import('../what/version/VersionsPage')).VersionsPage,
                }),
              },
              {
                path: 'when',
                lazy: async () => ({ Component: (await import('../when/timeline/When')).When }),
              },
              { path: 'who', lazy: async () => ({ Component: (await import('./Who')).Who }) },
            ],
          },
          ...(import.meta.env.DEV
            ? [{ path: '/pieces', lazy: async () => ({ Component: (await import('./Pieces')).Pieces }) }]
            : []),
          { path: '*', element: <NotFound /> },
        ],
      },
    ],
  },
];
