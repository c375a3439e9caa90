package evenharbor.core.who.access;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import me.gosimple.nbvcxz.Nbvcxz;
import me.gosimple.nbvcxz.resources.ConfigurationBuilder;
import me.gosimple.nbvcxz.resources.Dictionary;
import me.gosimple.nbvcxz.resources.DictionaryBuilder;
import me.gosimple.nbvcxz.scoring.Result;

/** Which passwords are taken (ASVS 5.0, 6.2): long enough, not among the common ones, not made of one's own name. */
public final class PasswordRules {

    /** The shortest that is taken. */
    public static final int SHORTEST = 10;

    /** More than this is not looked at when the strength is judged: it is strong enough by then. */
    private static final int MOST_JUDGED = 40;

    /** So many tries a guesser must need at least, who knows what people like. */
    private static final double LEAST_GUESSES = 1e8;

    private static final int OWN_WORD = 3;

    private PasswordRules() {}

    /**
     * Why a password is not taken; empty when it is.
     *
     * @param own what others know of its person: name, e-mail, what the account is called
     */
    public static Optional<String> fault(String password, List<String> own) {
        if (password.codePointCount(0, password.length()) < SHORTEST) {
            return Optional.of("Choose a password of at least " + SHORTEST + " characters.");
        }
        String judged = password.length() > MOST_JUDGED ? password.substring(0, MOST_JUDGED) : password;
        Result result = new Nbvcxz(new ConfigurationBuilder()
                        .setLocale(Locale.ENGLISH)
                        .setDictionaries(dictionaries(own))
                        .createConfiguration())
                .estimate(judged);
        return result.getGuesses().doubleValue() < LEAST_GUESSES
                ? Optional.of(
                        "This password is easily guessed. Choose a longer one, such as four words that have nothing to do with each other.")
                : Optional.empty();
    }

    private static List<Dictionary> dictionaries(List<String> own) {
        DictionaryBuilder mine =
                new DictionaryBuilder().setDictionaryName("own").setExclusion(true);
        for (String each : own) {
            for (String word : each.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
                if (word.length() >= OWN_WORD) {
                    mine.addWord(word, 0);
                }
            }
        }
        List<Dictionary> all = new ArrayList<>(ConfigurationBuilder.getDefaultDictionaries());
        all.add(mine.createDictionary());
        return all;
    }
}
