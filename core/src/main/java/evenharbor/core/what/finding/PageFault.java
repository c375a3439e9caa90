package evenharbor.core.what.finding;

/** What the page alone tells: its facts name the kind, and nothing is left to judge or to fix. */
final class PageFault implements Rule {

    static final Rule RULE = new PageFault();
}
