package evenharbor.edge.serve;

import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.Guard;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
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

    private static final String EMAIL = """
            <form method="post"><label for="e">E-mail</label>\
            <input id="e" name="email" type="email" autocomplete="email" required autofocus maxlength="254">\
            <button>Mail me a code</button></form>""";

    private static final String CODE = """
            <form method="post"><label for="k">Code</label>\
            <input id="k" name="code" inputmode="numeric" autocomplete="one-time-code" required autofocus>\
            <button>Go in</button></form>""";

    private EntrancePage() {}

    /** Asks for what lets in. @param ended whether the link has ended */
    static byte[] asking(Guard guard, boolean ended) {
        Audience audience = guard.audience();
        if (audience instanceof Audience.WithPassword) {
            return page("This part needs a password", "<p>Whoever looks after the site can tell it to you.</p>" + FORM);
        }
        if (audience instanceof Audience.ByMail) {
            return page(
                    "This part is for some people",
                    "<p>Type your e-mail. If you may come in, a mail with a code is sent to you.</p>" + EMAIL);
        }
        if (audience instanceof Audience.Registered registered) {
            return page("Register to read on", register(registered));
        }
        return ended
                ? page("This link has ended", "<p>Ask whoever sent it to you for a new one.</p>")
                : page(
                        "This part needs its link",
                        "<p>Open it by the link you were given, or ask whoever looks after the site for one.</p>");
    }

    private static String register(Audience.Registered registered) {
        String name = registered.name()
                ? "<label for=\"n\">Name</label><input id=\"n\" name=\"name\" autocomplete=\"name\" required maxlength=\"120\">"
                : "";
        String consent = registered.consent().isEmpty()
                ? ""
                : "<p><input id=\"c\" name=\"consent\" type=\"checkbox\" value=\"yes\" required> <label class=\"beside\" for=\"c\">"
                        + escaped(registered.consent()) + "</label></p>";
        return "<form method=\"post\">" + name
                + "<label for=\"e\">E-mail</label><input id=\"e\" name=\"email\" type=\"email\" autocomplete=\"email\" required"
                + " maxlength=\"254\">" + consent + "<button>Register</button></form>"
                + "<p>Kept are what you type, what you agree to and when. You can see it and take it back at any time.</p>";
    }

    /** Asks for the code that was mailed, if one was. @param wrong whether one was typed that is not it */
    static byte[] askingCode(boolean wrong) {
        return page(
                wrong ? "This is not the code" : "Look into your mailbox",
                (wrong
                                ? "<p role=\"alert\">It may be over, used, or asked for in another browser. Type it again, or"
                                        + " ask for a new one.</p>"
                                : "<p>If this address may come in, a mail with a code is on its way. It works for 15 minutes,"
                                        + " in this browser.</p>")
                        + CODE + "<p><a href=\"?\">Ask for a new code</a></p>");
    }

    /** Says that what was typed is no address, and asks again. */
    static byte[] noAddress(Guard guard) {
        return page("This is no e-mail", "<p role=\"alert\">Type one such as ada@example.org.</p>" + EMAIL);
    }

    /** Says what is missing, and asks again. */
    static byte[] incomplete(Audience.Registered registered, boolean email, boolean agreed) {
        String missing = email
                ? "Type an e-mail such as ada@example.org."
                : agreed ? "Type your name." : "Tick the box if you agree; else you cannot be registered.";
        return page("Something is missing", "<p role=\"alert\">" + missing + "</p>" + register(registered));
    }

    /** What is kept of a visitor. */
    static byte[] kept(List<String> lines) {
        return lines.isEmpty()
                ? page(
                        "Nothing is kept of you",
                        "<p>It was taken back, or removed by whoever looks after the site.</p>")
                : page(
                        "What is kept of you",
                        lines.stream()
                                        .map(line -> "<li>" + escaped(line) + "</li>")
                                        .collect(Collectors.joining("", "<ul>", "</ul>"))
                                + "<form method=\"post\"><input type=\"hidden\" name=\"forget\" value=\"yes\">"
                                + "<button>Take it back</button></form>");
    }

    /** Says that nothing is kept any more. */
    static byte[] forgotten() {
        return page("Nothing is kept of you any more", "<p>To read on you would have to register again.</p>");
    }

    /** Says that it cannot be asked just now. */
    static byte[] away() {
        return page("This does not work just now", "<p>Nothing was sent. Try again in a minute.</p>");
    }

    private static String escaped(String words) {
        return words.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
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
                label.beside{display:inline;font-weight:400}input[type=checkbox]{width:auto}input,button{font:inherit;padding:.4rem .6rem;border:1px solid #10293d;border-radius:0}\
                input:not([type=checkbox]){width:100%%;box-sizing:border-box;background:#fff;color:#10293d;margin:.2rem 0 .8rem}\
                button{background:#10293d;color:#fbf8f0;cursor:pointer}\
                @media(prefers-color-scheme:dark){body{color:#e9f0f0;background:#0c1c2a}\
                button{background:#e9f0f0;color:#0c1c2a}}</style>
                <main><h1>%1$s</h1>%2$s</main></html>
                """.formatted(title, content).getBytes(StandardCharsets.UTF_8);
    }
}
