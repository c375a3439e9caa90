package evenharbor.app.overview.backup;

import evenharbor.app.common.admin.AdminFailed;

/** Why a backup could not be made, checked or restored. */
class BackupFailed extends AdminFailed {

    private static final long serialVersionUID = 1L;

    BackupFailed(String words) {
        super(words);
    }

    BackupFailed(String words, Throwable cause) {
        super(words, cause);
    }
}
