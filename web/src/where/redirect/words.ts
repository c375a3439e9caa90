import type { Schemas } from '../../common/api/client';

export type Rule = Schemas['Rule'];
export type Finding = Schemas['FindingView'];
export type Redirects = Schemas['RedirectsView'];

/** A rule that nobody has typed anything into. */
export const BLANK: Rule = {
  id: '',
  kind: 'EXACT',
  source: '',
  target: '',
  status: 301,
  ignoresCase: true,
  exactSlash: false,
  query: 'KEEP',
  parameters: '',
  pagesFirst: null,
  from: null,
  until: null,
  group: '',
  note: '',
  proposed: false,
  openAgreed: false,
};

export const GONE = 410;

export const STATUSES: [code: number, words: string][] = [
  [301, 'moved for good (301)'],
  [302, 'moved for now (302)'],
  [308, 'moved for good, forms are sent again (308)'],
  [307, 'moved for now, forms are sent again (307)'],
  [GONE, 'gone on purpose (410)'],
];

export const KINDS: Record<Rule['kind'], { word: string; example: string }> = {
  EXACT: { word: 'One path', example: '/about.html' },
  UNDER: { word: 'A path and everything under it', example: '/blog' },
  PATTERN: { word: 'A pattern with named parts', example: '/news/{year}/{+rest}' },
};

/** A source as people read it: everything under a path ends with an ellipsis. */
export const sourceText = (rule: Rule) =>
  (rule.kind === 'UNDER' ? `${rule.source === '/' ? '' : rule.source}/…` : rule.source) +
  (rule.query === 'MATCH' ? `?${rule.parameters}` : '');

/** A target as people read it. */
export const targetText = (rule: Rule) => {
  if (rule.status === GONE) return 'gone';
  try {
    return decodeURI(rule.target);
  } catch {
    return rule.target;
  }
};

const quoted = (paths: string[], more: number) =>
  paths.join(', ') + (more > 0 ? ` and ${more.toLocaleString('en')} more` : '');

/** What a finding says, in a sentence; the rules it speaks of are looked up by their ids. */
export function findingText(finding: Finding, ruleOf: (id: string) => Rule | undefined): string {
  const other = ruleOf(finding.others[0] ?? '');
  const rule = ruleOf(finding.rule);
  const first = finding.paths[0] ?? '';
  switch (finding.kind) {
    case 'LOOP': {
      const ring = [rule, ...finding.others.map(ruleOf)].flatMap((r) => (r ? [sourceText(r)] : []));
      return `Goes round in a ring: ${[...ring, ring[0] ?? ''].join(' → ')}. Browsers give up.`;
    }
    case 'OPEN':
      return 'Not counted until you agree: what a visitor types decides at which site they end. Others could use it to make their links look like yours.';
    case 'CONTRADICTION':
      return `Another rule for ${first} leads to ${other ? targetText(other) : 'another place'}; that one counts.`;
    case 'TARGET_MISSING':
      return `There is no page ${first}${first.endsWith('/') && rule?.target.includes('{') ? '…' : ''}.`;
    case 'TARGET_NOT_LIVE':
      return `${first} is a site of yours that is not live.`;
    case 'TARGET_UNPUBLISHED':
      return `${first} is in the draft only. Visitors find it with the next publish.`;
    case 'HIDES_PAGE':
      return `Visitors cannot reach ${finding.paths.length + finding.more === 1 ? 'a page that exists' : 'pages that exist'}: ${quoted(finding.paths, finding.more)}.`;
    case 'NEVER_REACHED':
      return other
        ? `Never counts: ${sourceText(other)} → ${targetText(other)} comes first.`
        : `Never counts: ${first} is a page.`;
    case 'CHAIN':
      return `Takes more than one hop: ${other ? sourceText(other) : 'the target'} is redirected itself${first ? `, to ${first}` : ''}.`;
  }
}

/** What a button that mends a finding says. */
export function mendText(mend: Schemas['MendView']): string {
  switch (mend.what) {
    case 'REMOVE_RULE':
      return 'Remove this rule';
    case 'AGREE_TO_OPEN':
      return 'I mean it: let visitors end anywhere';
    case 'REMOVE_OTHER':
      return 'Remove the other one';
    case 'LET_PAGES_COME_FIRST':
      return 'Let pages come first';
    case 'MIND_CASE':
      return 'Tell capitals from small letters';
    case 'LEAD_TO_LAST_STOP':
      return `Redirect straight to ${mend.put[0] ? targetText(mend.put[0]) : 'the last stop'}`;
    case 'LEAD_TO_LIKELY_PAGE':
      return `Redirect to ${mend.put[0] ? targetText(mend.put[0]) : 'a page'}`;
  }
}

/** A decoded path as it is written in a URL. */
export const urlPath = (path: string) => path.split('/').map(encodeURIComponent).join('/');
