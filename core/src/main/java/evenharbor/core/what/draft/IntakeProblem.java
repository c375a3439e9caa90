package evenharbor.core.what.draft;

/**
 * Why a folder or ZIP was not taken in. Nothing of it has been stored.
 *
 * @param kind what is wrong
 * @param where the path, the pair of paths or the figure it is about
 */
public record IntakeProblem(Kind kind, String where) {

    /** Everything that stops an intake, each with a sentence that says what would be taken. */
    public enum Kind {
        TRAVERSAL("“%s” leads out of the folder. Paths must stay inside the site."),
        ABSOLUTE("“%s” is an absolute path. Paths must begin inside the site's folder."),
        LINK("“%s” is a link to another file. Put the file itself in its place."),
        DEVICE("“%s” is a device or another special file. Only plain files belong to a site."),
        CONTROL_CHARACTER("“%s” has an unprintable character in its name. Rename it."),
        HIDDEN("“%s” is hidden by the dot before a name, and is never shown to visitors. Rename it."),
        NO_NAME("A file without a name was found (“%s”). Every file needs a name."),
        NAME_TOO_LONG("“%s” is too long: a name may have " + SitePath.LONGEST_NAME + " bytes, a path "
                + SitePath.LONGEST_PATH + "."),
        SAME_BUT_FOR_CASE("%s differ only by capital letters. Many hosts cannot hold both: rename one."),
        SAME_BUT_FOR_UNICODE("%s look the same and differ only in how their letters are encoded. Rename one of them."),
        FILE_AND_FOLDER("“%s” is both a file and a folder. Rename one of them."),
        TOO_MANY_FILES("There are %s. A site may have 20,000."),
        TOO_LARGE("Unpacked, this comes to more than %s. A site may have 1 GiB."),
        BOMB("“%s” unpacks to far more than pages ever do. Check that the ZIP is yours, and pack it again."),
        ENCRYPTED("“%s” is locked with a password. Pack the ZIP again without one."),
        BROKEN("The ZIP cannot be read to its end (%s). Pack it again, or send it again."),
        NOT_A_ZIP("This is not a ZIP (%s). Choose a file that ends in .zip, or drop the folder itself."),
        EMPTY("There are no files in it%s. Choose the folder that holds your pages.");

        private final String sentence;

        Kind(String sentence) {
            this.sentence = sentence;
        }
    }

    /** What is wrong and what would be taken, for a person. */
    public String sentence() {
        String shown = where.length() > 120 ? where.substring(0, 100) + "…" : where;
        return String.format(kind.sentence, shown.replaceAll("\\p{Cntrl}", "�"));
    }
}
