package app.gewerk.core.words;

import app.gewerk.core.KnowledgeFiles;
import com.ibm.icu.text.DateFormat;
import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.text.MessagePattern;
import com.ibm.icu.text.NumberFormat;
import com.ibm.icu.util.TimeZone;
import com.ibm.icu.util.ULocale;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.FieldPosition;
import java.text.Format;
import java.text.ParsePosition;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Date;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * The sentences of a language by their codes, each a pattern of ICU's MessageFormat with named places: English in {@code
 * words/en.properties} and in the knowledge files' own columns of words. Another language is another such file of
 * properties; what it lacks is said in English.
 */
public final class Catalogue {
    /** No language (a code for private use): English with each sentence in brackets, so that words from elsewhere stand out. */
    public static final String BRACKETED = "qaa";

    /** What is shown as somebody typed it. */
    private static final Set<String> BARE = Set.of("typed", "inTurn");

    private static final Map<String, Catalogue> LANGUAGES = new ConcurrentHashMap<>();
    private static final int MOST_DECIMALS = 6;

    /** Knowledge whose English stands in its own file: how its codes begin here, and the columns of code and words. */
    private record Spoken(String file, String begins, String words, String... code) {}

    private static final List<Spoken> KNOWLEDGE = List.of(
            new Spoken("kinds", "kind", "words", "code"),
            new Spoken("hazards", "hazard", "words", "hazard"),
            new Spoken("cautions", "caution", "words", "hazard", "operation"),
            new Spoken("cautions", "cautionText", "caution", "hazard", "operation"),
            new Spoken("failureWays", "failureWay", "words", "way"),
            new Spoken("observations", "observation", "words", "code"),
            new Spoken("checks", "check", "words", "check"),
            new Spoken("trains", "trainPart", "words", "train", "component"),
            new Spoken("openings", "trainOpening", "words", "train", "opening"),
            new Spoken("columns", "knowledgeColumn", "words", "file", "column"),
            new Spoken("materials", "material", "words", "material"),
            new Spoken("lubricants", "lubricant", "words", "lubricant"),
            new Spoken("bonds", "bond", "words", "bond"),
            new Spoken("trials", "trial", "words", "trial"),
            new Spoken("trials", "trialSee", "see", "trial"),
            new Spoken("trials", "trialStop", "stop", "trial"),
            new Spoken("damageCauses", "damageCause", "words", "cause"),
            new Spoken("damageCauses", "damageCausePutRight", "putRight", "cause"));

    private final ULocale language;
    private final Map<String, MessageFormat> sentences = new HashMap<>();

    private Catalogue(String language) {
        // Days and numbers as they are written in this part of the world.
        this.language = language.equals("en") ? ULocale.UK : new ULocale(language);
        Map<Object, Object> patterns = new HashMap<>();
        for (Spoken spoken : KNOWLEDGE) {
            for (Map<String, String> row : KnowledgeFiles.rows(spoken.file)) {
                String code = Arrays.stream(spoken.code).map(row::get).collect(Collectors.joining("."));
                patterns.put(spoken.begins + "." + code, row.get(spoken.words));
            }
        }
        read("en").ifPresent(patterns::putAll);
        read(language).ifPresent(patterns::putAll);
        if (language.equals(BRACKETED)) {
            patterns.replaceAll((code, pattern) -> BARE.contains(code) ? pattern : "[" + pattern + "]");
        }
        patterns.forEach((code, pattern) -> sentences.put((String) code, parsed((String) pattern)));
    }

    private MessageFormat parsed(String pattern) {
        MessageFormat sentence = new MessageFormat(pattern, language);
        MessagePattern parts = new MessagePattern(pattern);
        for (int i = 0; i < parts.countParts(); i++) {
            boolean bare = parts.getPart(i).getType() == MessagePattern.Part.Type.ARG_START
                    && parts.getPart(i).getArgType() == MessagePattern.ArgType.NONE;
            if (bare) {
                sentence.setFormatByArgumentName(parts.getSubstring(parts.getPart(i + 1)), new Plain(language));
            }
        }
        return sentence;
    }

    /** Texts as they are, numbers without marks between thousands: what is read is often typed again. */
    private static final class Plain extends Format {
        private final NumberFormat numbers;

        Plain(ULocale language) {
            numbers = NumberFormat.getInstance(language);
            numbers.setGroupingUsed(false);
            numbers.setMaximumFractionDigits(MOST_DECIMALS);
        }

        @Override
        public StringBuffer format(Object value, StringBuffer to, FieldPosition position) {
            return value instanceof Number ? numbers.format(value, to, position) : to.append(value);
        }

        @Override
        public @Nullable Object parseObject(String text, ParsePosition position) {
            throw new UnsupportedOperationException();
        }
    }

    private static Optional<Properties> read(String language) {
        try (InputStream file = Catalogue.class.getResourceAsStream("/words/" + language + ".properties")) {
            if (file == null) {
                return Optional.empty();
            }
            Properties patterns = new Properties();
            patterns.load(new InputStreamReader(file, StandardCharsets.UTF_8));
            return Optional.of(patterns);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    public static Catalogue english() {
        return of("en");
    }

    /** @param language its code, {@code en}; of one that Gewerk does not speak, English */
    public static Catalogue of(String language) {
        Catalogue known = LANGUAGES.get(language);
        if (known != null) {
            return known;
        }
        // Only for languages that there are: anything may be asked for.
        return speaks(language)
                ? LANGUAGES.computeIfAbsent(language, Catalogue::new)
                : LANGUAGES.computeIfAbsent("en", Catalogue::new);
    }

    private static boolean speaks(String language) {
        return language.equals(BRACKETED)
                || language.matches("[a-z]{2,3}")
                        && Catalogue.class.getResource("/words/" + language + ".properties") != null;
    }

    /** Codes of all sentences. */
    public Set<String> codes() {
        return new TreeSet<>(sentences.keySet());
    }

    /** The names of a sentence's places. */
    public Set<String> places(String code) {
        return Objects.requireNonNull(sentences.get(code), code).getArgumentNames();
    }

    /** @throws IllegalStateException if there is no such sentence: a bug that the tests find */
    public String words(Say say) {
        MessageFormat sentence = sentences.get(say.code());
        if (sentence == null) {
            throw new IllegalStateException("The catalogue has no sentence " + say.code());
        }
        Map<String, Object> told = new HashMap<>();
        say.values().forEach((name, value) -> told.put(name, told(value)));
        // A format of ICU keeps state while it works.
        return sentence.clone().format(told);
    }

    private Object told(Object value) {
        return switch (value) {
            case Say say -> words(say);
            case LocalDate day -> day(day);
            case List<?> list ->
                list.stream().map(one -> String.valueOf(told(one))).collect(Collectors.joining(", "));
            case Boolean yes -> yes ? "yes" : "no";
            default -> value;
        };
    }

    private String day(LocalDate day) {
        DateFormat format = DateFormat.getInstanceForSkeleton("EEEdMMM", language);
        format.setTimeZone(TimeZone.GMT_ZONE);
        return format.format(Date.from(day.atStartOfDay(ZoneOffset.UTC).toInstant()));
    }
}
