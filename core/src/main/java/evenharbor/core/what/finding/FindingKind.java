package evenharbor.core.what.finding;

/** What can be not right with a site: its words, and the rule that finds and fixes it. */
public enum FindingKind {
    LINK_BROKEN(
            Weight.BROKEN,
            "Link to a page that is not there",
            "Visitors who follow it get a missing page (404).",
            new LinkBroken()),
    ANCHOR_BROKEN(
            Weight.WEAK,
            "Link to a place that the page does not have",
            "Visitors land at the top of the page, not where the link promises.",
            new AnchorBroken()),
    FILE_MISSING(
            Weight.BROKEN,
            "File that the page loads is not there",
            "The page lacks a picture, its style or a script.",
            new FileMissing()),
    LETTER_CASE(
            Weight.BROKEN,
            "Name that differs in small and capital letters",
            "It works on many desktops, and not on the web: names of files there must match to the letter.",
            new LetterCase()),
    OWN_MACHINE(
            Weight.BROKEN,
            "Link to the computer it was made on",
            "It works for you alone: nobody else has this file or server.",
            PageFault.RULE),
    OLD_ADDRESS(
            Weight.WEAK,
            "Link to your own site by one of its names",
            "When the address changes, the link breaks. A path works at every address.",
            new OldAddress()),
    THROUGH_REDIRECT(
            Weight.TIDY,
            "Link that goes through a redirect",
            "Visitors wait for two answers, and the link breaks when the redirect ends.",
            new ThroughRedirect()),
    PAGE_UNLINKED(
            Weight.WEAK,
            "Page that no other page links to",
            "Visitors and search engines do not find it.",
            new PageUnlinked()),
    FRONT_PAGE_MISSING(
            Weight.BROKEN,
            "There is no front page",
            "Who opens the address without a path gets a missing page (404). A front page is called index.html.",
            new FrontPageMissing()),
    MISSING_PAGE_ABSENT(
            Weight.TIDY,
            "There is no missing page of your own",
            "Who follows an old link gets a plain page without a way back. Yours is called 404.html.",
            new MissingPageAbsent()),
    TITLE_MISSING(
            Weight.WEAK,
            "Page without a title",
            "Browser tabs, bookmarks and search results show its address instead.",
            new TitleMissing()),
    TITLE_ALIKE(
            Weight.WEAK,
            "Title that other pages have, too",
            "In search results and tabs nobody can tell them apart.",
            new TitleAlike()),
    TITLE_LONG(
            Weight.TIDY,
            "Title that is cut off in search results",
            "About 60 characters are shown; what matters should stand first.",
            new TitleLong()),
    TITLE_TWICE(
            Weight.TIDY,
            "Page with several titles",
            "Browsers take the first, search engines may take another.",
            new TitleTwice()),
    DESCRIPTION_MISSING(
            Weight.TIDY,
            "Page without a description",
            "Search results show whatever words of the page they like.",
            new DescriptionMissing()),
    DESCRIPTION_ALIKE(
            Weight.TIDY,
            "Description that other pages have, too",
            "Search results do not tell them apart.",
            new DescriptionAlike()),
    LANGUAGE_MISSING(
            Weight.WEAK,
            "Page that does not say its language",
            "Screen readers read it in the wrong voice, and browsers offer to translate it wrongly.",
            new LanguageMissing()),
    VIEWPORT_MISSING(
            Weight.WEAK,
            "Page that is not made for phones",
            "Phones show it as small as on a desk: nobody can read it without zooming.",
            new ViewportMissing()),
    DOCTYPE_MISSING(
            Weight.TIDY,
            "Page that does not say that it is HTML",
            "Browsers show it by the rules of very old pages: sizes and boxes may come out otherwise.",
            new DoctypeMissing()),
    PICTURE_WORDLESS(
            Weight.WEAK,
            "Picture without words",
            "Who cannot see it, or while it is not loaded, gets nothing in its place.",
            PageFault.RULE),
    LINK_WORDLESS(Weight.WEAK, "Link without words", "Screen readers cannot say where it leads.", PageFault.RULE),
    HEADINGS_JUMP(
            Weight.TIDY,
            "Heading that skips a level",
            "Who goes through a page by its headings thinks that something is missing.",
            new HeadingsJump()),
    FORM_NOWHERE(
            Weight.BROKEN,
            "Form that goes nowhere",
            "What visitors type into it is lost: no address takes it.",
            PageFault.RULE),
    NOT_SECURE(
            Weight.BROKEN,
            "Loaded without encryption",
            "On a page that comes by HTTPS, browsers do not load it, or warn.",
            new NotSecure()),
    ID_TWICE(Weight.TIDY, "Two places with the same id", "Links and labels reach the first one only.", PageFault.RULE),
    MARKUP_ODD(
            Weight.WEAK,
            "Markup that browsers read otherwise than it stands",
            "Parts of the page may come out in another place or look, differently in each browser.",
            PageFault.RULE),
    LEFTOVER(
            Weight.TIDY,
            "Left over by a program",
            "Visitors and search engines get what was never meant for them.",
            new Leftover()),
    PICTURE_HUGE(
            Weight.WEAK,
            "Picture of more than " + PictureHuge.MOST / 1_000_000 + " MB",
            "It takes many seconds on a phone, and costs its owner money.",
            new PictureHuge()),
    PAGE_HEAVY(
            Weight.WEAK,
            "Page of more than " + PageHeavy.MOST / 1_000_000 + " MB at the first visit",
            "On a phone it takes so long that many go away before it is there.",
            new PageHeavy());

    /** How much a kind of finding matters. */
    public enum Weight {
        /** Visitors do not get what they ask for. */
        BROKEN,
        /** They get it, but worse than they could. */
        WEAK,
        /** It could be better. */
        TIDY
    }

    private final Weight weight;
    private final String words;
    private final String why;
    private final Rule rule;

    FindingKind(Weight weight, String words, String why, Rule rule) {
        this.weight = weight;
        this.words = words;
        this.why = why;
        this.rule = rule;
    }

    /** How much it matters. */
    public Weight weight() {
        return weight;
    }

    /** What it is called. */
    public String words() {
        return words;
    }

    /** Why it matters, in a sentence. */
    public String why() {
        return why;
    }

    Rule rule() {
        return rule;
    }
}
