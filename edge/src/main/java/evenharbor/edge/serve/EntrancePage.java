package evenharbor.edge.serve;

import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.Guard;
import java.nio.charset.StandardCharsets;
import org.eclipse.jetty.http.HttpField;
import org.eclipse.jetty.http.PreEncodedHttpField;

/** The pages at the entrance of what is not for everyone. They need no script, and load nothing. */
final class EntrancePage {

    static final HttpField POLICY = new PreEncodedHttpField(
            "Content-Security-Policy",
            "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'; base-uri 'none'");

    private static final String FORM = """
            <form method="post"><label for="p">Password</label>\
            <input id="p" name="password" type="password" autocomplete="current-password" required autofocus>\
            <button>Go in</button></form>""";

    private EntrancePage() {}

    /** Asks for what lets in. @param ended whether the link has ended */
    static byte[] asking(Guard guard, boolean ended) {
        if (guard.audience() instanceof Audience.WithPassword) {
            return page("This part needs a password", "<p>Whoever looks after the site can tell it to you.</p>" + FORM);
        }
        return ended
                ? page("This link has ended", "<p>Ask whoever sent it to you for a new one.</p>")
                : page(
                        "This part needs its link",
                        "<p>Open it by the link you were given, or ask whoever looks after the site for one.</p>");
    }

    /** Says that the password was wrong, and asks again. */
    static byte[] wrong() {
        return page("This is not the password", "<p role=\"alert\">Check it for a typo, and try again.</p>" + FORM);
    }

    /** Says that too many were wrong. */
    static byte[] tooMany() {
        return page("Too many tries", "<p>Wait a minute, then try again.</p>");
    }

    private static byte[] page(String title, String content) {
        return """
                <!doctype html>
                <html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
                <title>%1$s</title>
                <style>body{font:1.1rem/1.5 system-ui,sans-serif;max-width:26rem;margin:18vh auto;padding:0 1.5rem;\
                color:#10293d;background:#fbf8f0}h1{font-size:1.6rem}label{display:block;font-weight:600}\
                input,button{font:inherit;padding:.4rem .6rem;border:1px solid #10293d;border-radius:0}\
                input{width:100%%;box-sizing:border-box;background:#fff;color:#10293d;margin:.2rem 0 .8rem}\
                button{background:#10293d;color:#fbf8f0;cursor:pointer}\
                @media(prefers-color-scheme:dark){body{color:#e9f0f0;background:#0c1c2a}\
                button{background:#e9f0f0;color:#0c1c2a}}</style>
                <main><h1>%1$s</h1>%2$s</main></html>
                """.formatted(title, content).getBytes(StandardCharsets.UTF_8);
    }
}
