package app.gewerk.core.teardown;

import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A step typed as one line: what was done, then what belongs to it, each after a comma.
 *
 * <pre>lid off, 4 M3x12 pan A1, with PH2, left, off gasket (groove down) mark red A2, !spring, 3 min</pre>
 */
public final class StepLine {
    public static final int LONGEST = 4000;
    private static final double MM_PER_INCH = 25.4;
    /** Commas and semicolons, but not the comma of {@code 3,5x16}. */
    private static final Pattern BETWEEN = Pattern.compile("\\s*(?:;|,(?!\\d)|(?<!\\d),)\\s*");

    private static final Pattern COUNTED =
            Pattern.compile("(\\d{1,3})\\s*[x×]?\\s+(.+)|(\\d{1,3})[x×](\\D.+|\\d{1,2}(?:[.,]\\d+)?[x×]\\d.*)");
    private static final Pattern MINUTES = Pattern.compile("(\\d{1,4}(?:[.,]\\d+)?)\\s*min(?:utes?)?\\.?");
    /** Said behind: {@code M3x12 x4}. */
    private static final Pattern COUNTED_BEHIND = Pattern.compile("\\s[x×]\\s*(\\d{1,3})(?=\\s|$)");

    private static final Pattern THREAD =
            Pattern.compile("(M\\d{1,2}(?:[.,]\\d)?|\\d{1,2}(?:[.,]\\d{1,2})?)\\s*[x×]\\s*(\\d{1,3}(?:[.,]\\d{1,2})?)");
    /** A gauge with its length in inches, as a fraction or marked so, or in mm. */
    private static final Pattern GAUGE = Pattern.compile("(#\\d{1,2}(?:-\\d{2})?)(?:\\s*[x×]\\s*"
            + "(?:(?:(\\d{1,2})[\\s-])?(\\d{1,2})/(\\d{1,2})|(\\d{1,3}(?:[.,]\\d{1,3})?))"
            + "\\s*(mm\\b|in(?:ch)?\\b|[\"″”])?)?");
    /** What stands at the beginning of a sort of screw: to be counted. */
    private static final Pattern SORT =
            Pattern.compile("(?:M\\d{1,2}(?:[.,]\\d)?|\\d{1,2}(?:[.,]\\d{1,2})?)\\s*[x×]\\s*\\d.*|#\\d{1,2}.*");

    private static final Pattern METRIC = Pattern.compile("M\\d{1,2}(?:[.,]\\d)?");
    private static final Pattern LENGTH = Pattern.compile("(\\d{1,3}(?:[.,]\\d{1,2})?)\\s*mm");
    private static final Pattern WAY_ROUND = Pattern.compile("\\(([^)]*)\\)");
    private static final Pattern MARK = Pattern.compile("\\bmarks?\\s+(.+?)(?=\\s+[A-Fa-f][1-8]$|$)");
    private static final Set<String> SIDES =
            Set.of("left", "right", "top", "bottom", "front", "back", "inside", "underneath");
    private static final List<String> KINDS = List.of(
            "captive nut",
            "circlip",
            "spring",
            "washer",
            "shim",
            "clip",
            "screw",
            "nut",
            "ball",
            "pin",
            "rivet",
            "tab",
            "bolt",
            "stud",
            "key",
            "bearing",
            "bush");

    private StepLine() {}

    /** @throws Refused if the line is empty, or says something that cannot be */
    public static TeardownStep read(String line) {
        if (line.length() > LONGEST) {
            throw new Refused("ledger.lineTooLong", "most", LONGEST);
        }
        String what = "";
        String where = "";
        String side = "";
        String tool = "";
        String opens = "";
        double minutes = 0;
        List<Fastener> fasteners = new ArrayList<>();
        List<PartOff> parts = new ArrayList<>();
        Set<Danger> dangers = EnumSet.noneOf(Danger.class);
        List<String> notes = new ArrayList<>();
        for (String given : BETWEEN.split(line.strip())) {
            String item = withoutDangers(given, dangers);
            String low = item.toLowerCase(Locale.ROOT);
            Matcher time = MINUTES.matcher(low);
            Optional<Fastener> fastener = fastener(item);
            if (fastener.isEmpty() && SORT.matcher(item).matches()) {
                throw new Refused("ledger.howMany", "sort", item);
            }
            if (item.isEmpty()) {
                continue;
            } else if (time.matches()) {
                minutes += number(time.group(1));
            } else if (fastener.isPresent()) {
                fasteners.add(fastener.get());
            } else if (what.isEmpty()) {
                what = item;
            } else if (low.startsWith("off ")) {
                parts.add(part(item.substring(4)));
            } else if (low.startsWith("with ")) {
                tool = item.substring(5).strip();
            } else if (low.startsWith("at ")) {
                where = item.substring(3).strip();
            } else if (low.startsWith("opens ")) {
                opens = item.substring(6).strip();
            } else if (SIDES.contains(low)) {
                side = low;
            } else {
                notes.add(item);
            }
        }
        if (what.isEmpty() && !fasteners.isEmpty()) {
            Fastener first = fasteners.getFirst();
            what = (first.count() > 1 ? Fastener.several(first.kind()) : first.kind()) + " out";
        }
        return new TeardownStep(
                what,
                where,
                side,
                tool,
                fasteners,
                parts,
                List.copyOf(dangers),
                minutes,
                String.join(", ", notes),
                opens);
    }

    private static String withoutDangers(String item, Set<Danger> dangers) {
        String left = item;
        for (Danger danger : Danger.values()) {
            String mark = "!" + danger;
            int at = left.toLowerCase(Locale.ROOT).indexOf(mark);
            if (at >= 0) {
                dangers.add(danger);
                left = (left.substring(0, at) + left.substring(at + mark.length())).strip();
            }
        }
        return left.strip();
    }

    private static Optional<Fastener> fastener(String item) {
        Matcher behind = COUNTED_BEHIND.matcher(item);
        Matcher counted = COUNTED.matcher(item);
        int count;
        String rest;
        if (counted.matches()) {
            count = Integer.parseInt(counted.group(1) == null ? counted.group(3) : counted.group(1));
            rest = " " + (counted.group(1) == null ? counted.group(4) : counted.group(2)) + " ";
        } else if (SORT.matcher(item).matches() && behind.find(endOfSort(item))) {
            count = Integer.parseInt(behind.group(1));
            rest = " " + item.substring(0, behind.start()) + item.substring(behind.end()) + " ";
        } else {
            return Optional.empty();
        }
        String cell = "";
        Matcher atEnd = Pattern.compile("\\s([A-Fa-f][1-8])\\s+$").matcher(rest);
        if (atEnd.find()) {
            cell = atEnd.group(1);
            rest = rest.substring(0, atEnd.start()) + " ";
        }
        String thread = "";
        double length = 0;
        Matcher both = THREAD.matcher(rest);
        Matcher gauge = GAUGE.matcher(rest);
        if (gauge.find()) {
            thread = gauge.group(1);
            length = gaugeLengthMm(gauge);
            rest = rest.substring(0, gauge.start()) + rest.substring(gauge.end());
        } else if (both.find()) {
            thread = both.group(1).replace(',', '.');
            length = number(both.group(2));
            rest = rest.substring(0, both.start()) + rest.substring(both.end());
        } else {
            Matcher metric = METRIC.matcher(rest);
            if (metric.find()) {
                thread = metric.group().replace(',', '.');
                rest = rest.substring(0, metric.start()) + rest.substring(metric.end());
            }
            Matcher mm = LENGTH.matcher(rest);
            if (mm.find()) {
                length = number(mm.group(1));
                rest = rest.substring(0, mm.start()) + rest.substring(mm.end());
            }
        }
        String kind = "";
        for (String known : KINDS) {
            Matcher named = Pattern.compile("\\b" + known + "(?:e?s)?\\b", Pattern.CASE_INSENSITIVE)
                    .matcher(rest);
            if (named.find()) {
                kind = known;
                rest = rest.substring(0, named.start()) + rest.substring(named.end());
                break;
            }
        }
        if (kind.isEmpty() && thread.isEmpty()) {
            return Optional.empty();
        }
        String head = rest.strip().replaceAll("\\s+", " ");
        return Optional.of(new Fastener(count, kind.isEmpty() ? "screw" : kind, head, thread, length, cell));
    }

    /** Where the thread and its length end at the beginning of an item. */
    private static int endOfSort(String item) {
        for (Pattern sort : List.of(GAUGE, THREAD)) {
            Matcher at = sort.matcher(item);
            if (at.lookingAt()) {
                return at.end();
            }
        }
        return item.length();
    }

    /** 0 when none was said. */
    private static double gaugeLengthMm(Matcher gauge) {
        String whole = gauge.group(2);
        String parts = gauge.group(4);
        String decimal = gauge.group(5);
        String unit = gauge.group(6);
        if (parts == null && decimal == null) {
            return 0;
        }
        if (decimal != null && unit != null) {
            return unit.equals("mm") ? number(decimal) : MM_PER_INCH * number(decimal);
        }
        if (decimal != null || number(parts) == 0) {
            throw new Refused("ledger.gaugeLength", "thread", gauge.group(1));
        }
        return MM_PER_INCH * ((whole == null ? 0 : number(whole)) + number(gauge.group(3)) / number(parts));
    }

    private static PartOff part(String text) {
        String rest = text.strip();
        String cell = "";
        Matcher atEnd = Pattern.compile("\\s([A-Fa-f][1-8])$").matcher(rest);
        if (atEnd.find()) {
            cell = atEnd.group(1);
            rest = rest.substring(0, atEnd.start()).strip();
        }
        String way = "";
        Matcher round = WAY_ROUND.matcher(rest);
        if (round.find()) {
            way = round.group(1).strip();
            rest = (rest.substring(0, round.start()) + rest.substring(round.end())).strip();
        }
        String marks = "";
        Matcher mark = MARK.matcher(rest);
        if (mark.find()) {
            marks = mark.group(1).strip();
            rest = rest.substring(0, mark.start()).strip();
        }
        String side = "";
        for (String known : SIDES) {
            if (rest.toLowerCase(Locale.ROOT).endsWith(" " + known)) {
                side = known;
                rest = rest.substring(0, rest.length() - known.length()).strip();
            }
        }
        return new PartOff(rest, side, way, marks, cell);
    }

    private static double number(String text) {
        return Double.parseDouble(text.replace(',', '.'));
    }

    /** The line that would be read as this step. */
    public static String write(TeardownStep step) {
        List<String> items = new ArrayList<>(List.of(step.what()));
        step.fasteners().forEach(f -> items.add(fastenerText(f)));
        step.partsOff().forEach(p -> items.add(partText(p)));
        addUnlessEmpty(items, "", step.side());
        addUnlessEmpty(items, "at ", step.where());
        addUnlessEmpty(items, "with ", step.tool());
        step.dangers().forEach(d -> items.add("!" + d));
        addUnlessEmpty(items, "opens ", step.opens());
        if (step.minutes() > 0) {
            items.add(plain(step.minutes()) + " min");
        }
        addUnlessEmpty(items, "", step.note());
        return String.join(", ", items);
    }

    private static void addUnlessEmpty(List<String> items, String before, String text) {
        if (!text.isEmpty()) {
            items.add(before + text);
        }
    }

    private static String fastenerText(Fastener f) {
        StringBuilder text = new StringBuilder().append(f.count()).append(' ');
        if (!f.thread().isEmpty()) {
            text.append(f.thread());
            if (f.lengthMm() > 0) {
                text.append('x').append(plain(f.lengthMm())).append(f.thread().startsWith("#") ? "mm" : "");
            }
            text.append(' ');
        } else if (f.lengthMm() > 0) {
            text.append(plain(f.lengthMm())).append(" mm ");
        }
        if (!f.head().isEmpty()) {
            text.append(f.head()).append(' ');
        }
        text.append(f.kind());
        return f.cell().isEmpty() ? text.toString() : text + " " + f.cell();
    }

    private static String partText(PartOff p) {
        return "off " + p.name()
                + (p.side().isEmpty() ? "" : " " + p.side())
                + (p.wayRound().isEmpty() ? "" : " (" + p.wayRound() + ")")
                + (p.marks().isEmpty() ? "" : " mark " + p.marks())
                + (p.cell().isEmpty() ? "" : " " + p.cell());
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? String.valueOf((long) number) : String.valueOf(number);
    }
}
