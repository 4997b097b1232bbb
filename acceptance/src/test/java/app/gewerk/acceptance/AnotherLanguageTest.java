package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.Request;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/**
 * Gewerk as somebody sees it whose language is English in brackets: what stands outside of brackets on a screen or a
 * paper, and was not typed by anybody, is a word that another language could not have.
 */
class AnotherLanguageTest {
    private static final String BRACKETED = "qaa";
    private static final Pattern WORD = Pattern.compile("\\p{L}{2,}");
    private static final Pattern INNERMOST = Pattern.compile("\\[[^\\[\\]]*]");
    /** Names of units, currencies and of what is printed on keys; of days and months, which the browser words. */
    private static final Set<String> NO_WORDS = Set.of(
            "mm", "in", "ms", "MPa", "µm", "EUR", "USD", "GBP", "SVG", "PDF", "JSON", "Alt", "Enter", "Shift", "Esc",
            "PH", "YY", "WW");

    private static final Pattern DAY = Pattern.compile(
            "\\b(Mon|Tue|Wed|Thu|Fri|Sat|Sun|Jan|Feb|Mar|Apr|May|Jun|Jul" + "|Aug|Sep|Sept|Oct|Nov|Dec|M\\d\\d)\\b");

    private static final String TEXTS_SHOWN = """
            () => {
              const texts = [];
              const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
              for (let node = walker.nextNode(); node; node = walker.nextNode()) {
                const within = node.parentElement;
                if (within && !within.closest('script, style, noscript') && within.checkVisibility()) {
                  texts.push(node.textContent);
                }
              }
              for (const name of ['aria-label', 'placeholder', 'title', 'alt']) {
                for (const one of document.querySelectorAll(`[${name}]`)) texts.push(one.getAttribute(name));
              }
              return texts;
            }
            """;

    /** @param perhapsACode a word by itself, which only stands for all of a text */
    private record Typed(String text, boolean perhapsACode) {
        static Typed of(String text) {
            return new Typed(text.replaceAll("\\s+", " ").strip(), text.matches("\\p{Ll}+"));
        }
    }

    private final List<Typed> typed = new ArrayList<>();
    private final Set<String> noWords = new TreeSet<>(NO_WORDS);
    private final Map<String, Set<String>> found = new TreeMap<>();
    private final Set<Request> onTheWay = new HashSet<>();

    /** Everything that is kept: what people typed, and codes. */
    private static List<String> kept(RunningGewerk gewerk) {
        Set<String> kept = new TreeSet<>();
        for (String column : gewerk.texts("""
                select format(case data_type
                         when 'jsonb' then 'select distinct jsonb_path_query(%I, ''strict $.** ? (@.type() == "string")'') #>> ''{}'' from %I'
                         when 'ARRAY' then 'select distinct unnest(%I)::text from %I'
                         else 'select distinct %I::text from %I' end, column_name, table_name)
                from information_schema.columns
                where table_schema = 'public' and (data_type in ('text', 'jsonb') or udt_name = '_text')""")) {
            kept.addAll(gewerk.texts(column));
        }
        List<String> longestFirst = new ArrayList<>(kept);
        longestFirst.removeIf(text -> text.strip().length() < 2);
        longestFirst.sort(Comparator.comparingInt(String::length).reversed());
        return longestFirst;
    }

    /** What sellers call themselves and their goods. */
    private static List<String> ofSellers(String offers) {
        List<String> names = new ArrayList<>();
        Matcher named = Pattern.compile("\"(?:name|itemNumber|material|seller)\":\"([^\"]+)\"")
                .matcher(offers);
        while (named.find()) {
            names.add(named.group(1));
        }
        return names;
    }

    /** Words of the line in which a step of taking apart is typed: heads, kinds and sides of what came off. */
    private static Set<String> ofStepLines(RunningGewerk gewerk) {
        Set<String> words = new TreeSet<>();
        for (String part :
                List.of("$.fasteners[*].head", "$.fasteners[*].kind", "$.where", "$.side", "$.partsOff[*].side")) {
            gewerk.texts("select distinct jsonb_path_query(step, '" + part + "') #>> '{}' from teardown_step")
                    .forEach(text -> words.addAll(List.of(text.split(" "))));
        }
        gewerk.texts("select distinct jsonb_path_query(step, '$.fasteners[*].kind') #>> '{}' from teardown_step")
                .forEach(kind -> words.add(kind.substring(kind.lastIndexOf(' ') + 1) + "s"));
        return words;
    }

    /** The words of a text that stand outside of brackets and were not typed. */
    private List<String> foreign(String text) {
        String left = text.replaceAll("\\s+", " ");
        String before;
        do {
            before = left;
            left = INNERMOST.matcher(left).replaceAll(" ");
        } while (!left.equals(before));
        if (!WORD.matcher(left).find()) {
            return List.of();
        }
        for (Typed one : typed) {
            if (one.perhapsACode ? left.strip().equals(one.text) : left.contains(one.text)) {
                left = left.replace(one.text, " ");
            }
        }
        left = DAY.matcher(left).replaceAll(" ");
        return WORD.matcher(left)
                .results()
                .map(r -> r.group())
                .filter(w -> !noWords.contains(w))
                .toList();
    }

    @Test
    void everyScreenAndPaperCouldBeInAnotherLanguage() {
        RunningGewerk gewerk = RunningGewerk.demoToLookAt();
        try (Technician technician = new Technician(gewerk, BRACKETED)) {
            technician.page.onRequest(onTheWay::add);
            technician.page.onRequestFinished(onTheWay::remove);
            technician.page.onRequestFailed(onTheWay::remove);
            technician.open("/");
            technician.button("Ilva").waitFor();
            kept(gewerk).forEach(text -> typed.add(Typed.of(text)));
            noWords.addAll(ofStepLines(gewerk));
            ofSellers(gewerk.get("/api/sourcing/14/offers?pieces=1").body()).forEach(text -> typed.add(Typed.of(text)));
            look(technician, "who is here");
            technician.stepUpAs("Ilva");
            Map<String, String> screens = new LinkedHashMap<>();
            screens.put("/", "[What to take up next]");
            screens.put("/book/did", "[By model]");
            screens.put("/look-back", "[Which machines]");
            screens.put("/new", "[Put it in a tray]");
            screens.put("/job/1/listen", "[Culprit: the");
            screens.put("/job/19/takeIn", "[The owner says]");
            screens.put("/job/23/takeIn", "[I have read this]");
            screens.put("/job/19/listen", "[What it may be]");
            screens.put("/job/19/open", "[The tray]");
            screens.put("/job/19/look", "[What the damage says]");
            screens.put("/job/19/closeUp", "[What goes on what");
            screens.put("/job/19/prove", "[From the hand to the real load]");
            screens.put("/job/19/handBack", "[For the owner]");
            screens.put("/job/19/read", "module]");
            screens.put("/job/25/read", "[Next: ");
            screens.put("/job/20/choose", "[Around the gear]");
            screens.put("/job/14/get", "[Gears that fit]");
            screens.put("/workings", "[Read a gear]");
            screens.put("/workings/pair", "[Runs freely.]");
            screens.put("/workings/spans", "[steadiest]");
            screens.put("/workings/pins", "[Over both pins");
            screens.put("/workings/press", "[pressure in the fit]");
            screens.put("/workings/oil", "[viscosity]");
            screens.put("/workings/onto", "[How much of the first]");
            screens.put("/book", "[Device book]");
            screens.put("/book/1", "[What drives it]");
            screens.forEach((path, there) -> {
                technician.go(path);
                technician.text(there).waitFor();
                settled(technician.page);
                look(technician, path);
            });
            technician.page.getByRole(AriaRole.HEADING).first().click();
            technician.press("t");
            technician.page.getByRole(AriaRole.DIALOG).waitFor();
            look(technician, "true size");
            technician.press("Escape");
            technician.go("/job/19/listen");
            technician.text("[What it may be]").waitFor();
            technician.press("?");
            technician.page.getByRole(AriaRole.DIALOG).waitFor();
            look(technician, "keys");
            technician.press("Escape");
            technician.press("/");
            technician.page.getByRole(AriaRole.DIALOG).waitFor();
            look(technician, "find");
            technician.press("Escape");
            technician.button("[It is built otherwise]").click();
            technician.page.getByRole(AriaRole.DIALOG).waitFor();
            look(technician, "train");
            technician.go("/job/19/closeUp");
            technician.text("[What goes on what").waitFor();
            technician.press("j");
            technician.text("[Back to the step]").waitFor();
            look(technician, "journal");
            ApiCaller reader = new ApiCaller(gewerk, "Ilva");
            for (String paper : List.of(
                    "/api/handback/19/job.pdf",
                    "/api/intake/19/ticket.pdf?size=a6",
                    "/api/intake/19/estimate.pdf",
                    "/api/teardown/19/tray.pdf",
                    "/api/making/14/gear.pdf")) {
                note(paper, foreign(printed(gewerk, reader, paper)));
            }
            assertThat(technician.complaints()).isEmpty();
        }
        assertThat(found).as("words outside of brackets").isEmpty();
    }

    /** Whatever a screen asks for has come, and what it asks for when that is there. */
    private void settled(Page page) {
        for (int look = 0; look < 2; look++) {
            page.waitForTimeout(100);
            page.waitForCondition(onTheWay::isEmpty);
        }
    }

    private void look(Technician technician, String screen) {
        for (Object text : (List<?>) technician.page.evaluate(TEXTS_SHOWN)) {
            List<String> words = foreign(String.valueOf(text));
            if (!words.isEmpty()) {
                note(screen, List.of(words + " in \"" + text + "\""));
            }
        }
    }

    private void note(String where, List<String> words) {
        if (!words.isEmpty()) {
            found.computeIfAbsent(where, w -> new TreeSet<>()).addAll(words);
        }
    }

    private static String printed(RunningGewerk gewerk, ApiCaller reader, String path) {
        HttpRequest.Builder asked = HttpRequest.newBuilder(gewerk.address(path)).header("Accept-Language", BRACKETED);
        reader.identity().forEach(asked::header);
        HttpResponse<byte[]> answer = RunningGewerk.send(asked.build(), HttpResponse.BodyHandlers.ofByteArray());
        assertThat(answer.statusCode()).as(path).isEqualTo(200);
        try (PDDocument paper = Loader.loadPDF(answer.body())) {
            // A line may end after a hyphen: "click-" and below it "click".
            return new PDFTextStripper().getText(paper).replaceAll("(?<=\\p{L}-)\\R", "");
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }
}
