package evenharbor.edge.serve;

import evenharbor.core.who.audience.Guard;
import java.util.List;
import java.util.Optional;

/**
 * Knows the people who come to what is not for everyone: sends codes by mail, and keeps who registered. Asked in threads that
 * may wait, never for a visitor who carries a pass.
 */
public interface Doorkeeper {

    /** Nobody: where nobody can be mailed or registered. */
    Doorkeeper NONE = new Doorkeeper() {
        @Override
        public void ask(Guard guard, Visitor visitor, String email) {
            // Nobody is mailed.
        }

        @Override
        public Optional<String> redeem(Guard guard, Visitor visitor, String code) {
            return Optional.empty();
        }

        @Override
        public Optional<String> register(Guard guard, Visitor visitor, Form form) {
            return Optional.empty();
        }

        @Override
        public List<String> kept(Guard guard, String holder) {
            return List.of();
        }

        @Override
        public void forget(Guard guard, String holder) {
            // Nobody is kept.
        }
    };

    /**
     * Who asks.
     *
     * @param host the host name
     * @param url where they wanted to go, whole
     * @param browser a secret of their browser: a code works there and nowhere else
     */
    record Visitor(String host, String url, String browser) {}

    /** What someone who registers said. @param consent the words that they agreed to; empty for none */
    record Form(String name, String email, String consent) {}

    /** Mails a code to who is let in, and to nobody else; it is never told which. */
    void ask(Guard guard, Visitor visitor, String email);

    /** Whose a code is, once; empty for any other. */
    Optional<String> redeem(Guard guard, Visitor visitor, String code);

    /** Keeps who registered. @return whose pass they get; empty when they have to confirm it by a code first */
    Optional<String> register(Guard guard, Visitor visitor, Form form);

    /** What is kept of who registered, in lines. */
    List<String> kept(Guard guard, String holder);

    /** Forgets who registered, as they wish. */
    void forget(Guard guard, String holder);
}
