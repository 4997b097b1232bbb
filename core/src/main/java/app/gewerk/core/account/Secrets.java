package app.gewerk.core.account;

import app.gewerk.core.words.Refused;
import java.util.Locale;
import java.util.Set;

/** What a password and a PIN must be like, so that guessing does not pay. */
public final class Secrets {
    /** As many as NIST SP 800-63B asks at least for a password (8), and two more, for nothing stands beside it here. */
    public static final int SHORTEST_PASSWORD = 10;

    public static final int LONGEST_PASSWORD = 200;
    public static final int SHORTEST_PIN = 4;
    public static final int LONGEST_PIN = 8;

    /** What is tried first everywhere; common practice. */
    private static final Set<String> TRIED_FIRST =
            Set.of("password", "passwort", "letmein", "welcome", "qwerty", "qwertz", "asdfgh", "gewerk", "changeme");

    private static final String RUNS =
            "01234567890 09876543210 abcdefghijklmnopqrstuvwxyz qwertyuiop qwertzuiop asdfghjkl";

    private Secrets() {}

    /**
     * @param known what everybody knows of the person: the name, the shop's name
     * @throws Refused at field {@code password}, saying what would do
     */
    public static void requirePassword(String password, String... known) {
        if (password.codePointCount(0, password.length()) < SHORTEST_PASSWORD) {
            throw Refused.at("password", "account.passwordShort", "least", SHORTEST_PASSWORD);
        }
        if (password.length() > LONGEST_PASSWORD) {
            throw Refused.at("password", "account.passwordLong", "most", LONGEST_PASSWORD);
        }
        String plain = password.toLowerCase(Locale.ROOT);
        for (String word : TRIED_FIRST) {
            plain = plain.replace(word, "");
        }
        for (String word : known) {
            if (word.strip().length() >= 3) {
                plain = plain.replace(word.strip().toLowerCase(Locale.ROOT), "");
            }
        }
        boolean fewLetters = plain.chars().distinct().count() < 5;
        if (fewLetters || isRun(plain)) {
            throw Refused.at("password", "account.passwordGuessed");
        }
    }

    /** @throws Refused at field {@code pin}, saying what would do */
    public static void requirePin(String pin) {
        if (!pin.matches("[0-9]{" + SHORTEST_PIN + "," + LONGEST_PIN + "}")) {
            throw Refused.at("pin", "account.pinFigures", "least", SHORTEST_PIN, "most", LONGEST_PIN);
        }
        if (isRun(pin) || pin.chars().distinct().count() < 2) {
            throw Refused.at("pin", "account.pinGuessed");
        }
    }

    private static boolean isRun(String text) {
        for (String run : RUNS.split(" ")) {
            if (run.contains(text)) {
                return true;
            }
        }
        return false;
    }
}
