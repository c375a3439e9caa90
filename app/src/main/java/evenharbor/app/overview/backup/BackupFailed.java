package evenharbor.app.overview.backup;

/** Why a backup could not be made, checked or restored: in sentences that say what happened, what is unchanged, what to do. */
class BackupFailed extends RuntimeException {

    private static final long serialVersionUID = 1L;

    BackupFailed(String words) {
        super(words);
    }

    BackupFailed(String words, Throwable cause) {
        super(words, cause);
    }
}
