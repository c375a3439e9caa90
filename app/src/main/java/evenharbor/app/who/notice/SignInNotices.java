package evenharbor.app.who.notice;

import evenharbor.app.who.access.SignInChanged;
import evenharbor.core.who.notice.NoticeKind;
import java.util.List;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tells people of sign-ins that may not have been theirs. */
@Component
class SignInNotices {

    private final Notices notices;

    SignInNotices(Notices notices) {
        this.notices = notices;
    }

    @EventListener
    @Transactional
    public void changed(SignInChanged changed) {
        notices.tell(
                new News(
                        changed.person().accountId(),
                        Optional.empty(),
                        NoticeKind.SIGN_IN,
                        changed.key(),
                        changed.what(),
                        changed.what() + ".",
                        "If it was you, there is nothing to do.",
                        "If it was not: end that session and change your password",
                        "/account"),
                List.of(changed.person().id()));
    }
}
