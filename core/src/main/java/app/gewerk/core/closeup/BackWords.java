package app.gewerk.core.closeup;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.words.Say;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** What typed words of a ledger mean on the way back: "lid off" is "lid on" then, a gasket is new, a lid closes the way. */
final class BackWords {
    private static final Map<String, String> UNDONE = undone();
    private static final Set<String> RENEWED = meaning("renewed");
    private static final Set<String> CLOSES = meaning("closes");
    private static final Set<String> LINES_UP = meaning("linesUp");
    private static final Pattern WORD = Pattern.compile("[\\p{L}-]+");

    private BackWords() {}

    private static Map<String, String> undone() {
        Map<String, String> words = new LinkedHashMap<>();
        for (Map<String, String> row : KnowledgeFiles.rows("backWords")) {
            if (row.get("means").equals("undone")) {
                words.put(row.get("word"), row.get("back"));
            }
        }
        return words;
    }

    private static Set<String> meaning(String means) {
        return KnowledgeFiles.rows("backWords").stream()
                .filter(r -> r.get("means").equals(means))
                .map(r -> r.get("word"))
                .collect(Collectors.toSet());
    }

    /** "Lid on" of "lid off"; "undo: …" where none of the words is known. */
    static Say undo(String deed) {
        Matcher words = WORD.matcher(deed);
        StringBuilder back = new StringBuilder();
        boolean any = false;
        while (words.find()) {
            String other = UNDONE.get(words.group().toLowerCase(Locale.ROOT));
            any |= other != null;
            words.appendReplacement(back, Matcher.quoteReplacement(other == null ? words.group() : other));
        }
        words.appendTail(back);
        return any ? Say.typed(back.toString()) : Say.of("back.undo", "what", deed);
    }

    static boolean renewed(String thing) {
        return holds(thing, RENEWED::contains);
    }

    static boolean closes(String thing) {
        return holds(thing, CLOSES::contains);
    }

    static boolean linesUp(String note) {
        return holds(note, LINES_UP::contains);
    }

    private static boolean holds(String text, Predicate<String> word) {
        return Arrays.stream(text.toLowerCase(Locale.ROOT).split("[^\\p{L}-]+")).anyMatch(word);
    }

    /** How many of the words of one name stand in another, 0 to 1: "drive gear" in "the drive gear, left". */
    static double shared(String name, String in) {
        Set<String> all = words(name);
        Set<String> found = words(in);
        return all.isEmpty() ? 0 : all.stream().filter(found::contains).count() / (double) all.size();
    }

    private static Set<String> words(String text) {
        return Arrays.stream(text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+"))
                .filter(w -> w.length() > 2 && !w.equals("the"))
                .collect(Collectors.toSet());
    }
}
