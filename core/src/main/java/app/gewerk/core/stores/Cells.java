package app.gewerk.core.stores;

import app.gewerk.core.gear.Pitch;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The cells of one line of a list. What cannot be read is remembered, the first of it; the line is then refused whole. */
final class Cells {
    private static final int LONGEST = 300;
    private static final BigDecimal DEAREST = new BigDecimal("1000000");
    private static final int MOST = 1_000_000;
    /** What a spreadsheet would work out in place of showing. */
    private static final Pattern FORMULA = Pattern.compile("^\\s*(?:[=@]|[+\\-](?![\\d.,\\s])).*", Pattern.DOTALL);

    private static final Pattern NUMBER = Pattern.compile("([+-]?[\\d.,' ]*\\d)\\s*(\\D*)");

    private final Function<Field, String> typed;
    private Optional<Refusal> refusal = Optional.empty();
    private Optional<Field> at = Optional.empty();

    /** @param typed what stands in the cell of a field, empty where there is none */
    Cells(Function<Field, String> typed) {
        this.typed = typed;
    }

    <T> Outcome<T> read(Function<Cells, T> made) {
        T line = made.apply(this);
        return refusal.<Outcome<T>>map(Outcome.Cannot::new).orElseGet(() -> new Outcome.Made<>(line));
    }

    private void refuse(String code, Object... namesAndValues) {
        if (refusal.isEmpty()) {
            Refusal why = Refusal.of(code, namesAndValues);
            refusal = Optional.of(at.map(f -> why.at(f.toString())).orElse(why));
        }
    }

    String text(Field field) {
        at = Optional.of(field);
        String text = typed.apply(field).strip();
        if (FORMULA.matcher(text).matches()) {
            refuse("list.formula", "text", shortened(text));
            return "";
        }
        if (text.length() > LONGEST) {
            refuse("list.tooLong", "field", Say.of(field), "most", LONGEST);
            return "";
        }
        return text;
    }

    String required(Field field) {
        String text = text(field);
        if (text.isEmpty()) {
            refuse("list.empty", "field", Say.of(field));
        }
        return text;
    }

    private static String shortened(String text) {
        return text.length() > 30 ? text.substring(0, 30) + "…" : text;
    }

    /** As a number, with a comma or a point, and figures in threes; in mm where it says inches. */
    private Optional<BigDecimal> number(Field field, boolean length) {
        String text = text(field);
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Matcher found = NUMBER.matcher(text);
        Optional<BigDecimal> number = found.matches() ? plain(found.group(1)) : Optional.empty();
        String unit = found.matches() ? found.group(2).strip().toLowerCase(Locale.ROOT) : "";
        boolean inches = length && (unit.equals("in") || unit.equals("\"") || unit.equals("inch"));
        boolean bare = unit.isEmpty() || length && unit.equals("mm") || field == Field.ANGLE && unit.equals("°");
        if (number.isEmpty() || !(bare || inches)) {
            refuse("list.number", "field", Say.of(field), "text", shortened(text));
            return Optional.empty();
        }
        return inches ? number.map(n -> n.multiply(BigDecimal.valueOf(Pitch.MM_PER_INCH))) : number;
    }

    /** The last of point and comma parts off the fraction, the other one and blanks stand between thousands. */
    private static Optional<BigDecimal> plain(String figures) {
        String tight = figures.replaceAll("[' ]", "");
        int comma = tight.lastIndexOf(',');
        int point = tight.lastIndexOf('.');
        String plain = comma > point ? tight.replace(".", "").replace(',', '.') : tight.replace(",", "");
        return plain.matches("[+-]?\\d*\\.?\\d+") && plain.length() < 20
                ? Optional.of(new BigDecimal(plain))
                : Optional.empty();
    }

    int whole(Field field, int usual, int least) {
        return number(field, false)
                .map(n -> {
                    if (n.stripTrailingZeros().scale() > 0
                            || n.compareTo(BigDecimal.valueOf(least)) < 0
                            || n.compareTo(BigDecimal.valueOf(MOST)) > 0) {
                        refuse("list.whole", "field", Say.of(field), "least", least, "text", n.toPlainString());
                        return usual;
                    }
                    return n.intValue();
                })
                .orElse(usual);
    }

    Optional<BigDecimal> money(Field field) {
        return number(field, false)
                .filter(n -> {
                    if (n.signum() < 0 || n.compareTo(DEAREST) > 0) {
                        refuse("list.money", "field", Say.of(field), "text", n.toPlainString());
                        return false;
                    }
                    return true;
                })
                .map(n -> n.setScale(2, RoundingMode.HALF_UP));
    }

    BigDecimal requiredMoney(Field field) {
        required(field);
        return money(field).orElse(BigDecimal.ZERO);
    }

    private double lengthMm(Field field) {
        double mm = number(field, true).map(BigDecimal::doubleValue).orElse(0.0);
        if (!(mm >= 0 && mm <= 1000)) {
            refuse("list.length", "field", Say.of(field), "text", "" + mm);
            return 0;
        }
        return mm;
    }

    Item item() {
        Optional<GearAsListed> gear = gear();
        String kind = text(Field.KIND);
        ItemKind of = Arrays.stream(ItemKind.values())
                .filter(k -> k.toString().equalsIgnoreCase(kind))
                .findFirst()
                .orElse(gear.isPresent() ? ItemKind.GEAR : ItemKind.PART);
        if (of == ItemKind.GEAR && gear.isEmpty()) {
            refuse("list.gearWithoutTeeth");
        }
        return new Item(of, required(Field.NAME), text(Field.PART_NUMBER), gear);
    }

    /** A gear where a pitch and a count are given. */
    private Optional<GearAsListed> gear() {
        String pitchText = text(Field.PITCH);
        int teeth = whole(Field.TEETH, 0, 4);
        if (pitchText.isEmpty() && teeth == 0) {
            return Optional.empty();
        }
        Optional<Pitch> pitch = pitch(pitchText);
        if (teeth < 4 || teeth > 1000 || pitch.isEmpty()) {
            refuse("list.teethAndPitch");
            return Optional.empty();
        }
        double angle = number(Field.ANGLE, false).map(BigDecimal::doubleValue).orElse(20.0);
        if (!(angle >= 10 && angle <= 35)) {
            refuse("list.angle", "text", "" + angle);
            return Optional.empty();
        }
        return Optional.of(new GearAsListed(
                pitch.get(),
                teeth,
                angle,
                text(Field.DEPTH).equalsIgnoreCase("stub"),
                lengthMm(Field.BORE),
                lengthMm(Field.WIDTH),
                text(Field.MATERIAL)));
    }

    /** {@code 0.5}, {@code 0,5 module}, {@code 48 dp}; a column of its own may say which it is. */
    private Optional<Pitch> pitch(String text) {
        Matcher found = NUMBER.matcher(text);
        if (!found.matches()) {
            return Optional.empty();
        }
        String unit = (found.group(2) + " " + text(Field.SYSTEM)).toLowerCase(Locale.ROOT);
        Pitch.System system = unit.contains("circular")
                ? Pitch.System.CIRCULAR_PITCH
                : unit.contains("dp") || unit.contains("pitch") ? Pitch.System.DIAMETRAL_PITCH : Pitch.System.MODULE;
        return plain(found.group(1)).map(BigDecimal::doubleValue).flatMap(value -> Pitch.tried(system, value));
    }
}
