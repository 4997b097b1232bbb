package app.gewerk.core.train;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.representer.Representer;

/**
 * A machine as text, a small part of YAML 1.1: {@code train: 1} and lists of parts, openings, shafts, wheels, meshes, planets,
 * clutches, one motor, one work. What is left out is open. Lengths in mm, torques in N mm, speeds in turns a minute.
 */
public final class TrainText {
    private static final int FORMAT = 1;
    public static final int MOST_LETTERS = 200_000;

    private TrainText() {}

    public static String written(Machine machine, Function<Say, String> words) {
        Map<String, Object> whole = new LinkedHashMap<>();
        whole.put("train", FORMAT);
        put(
                whole,
                "parts",
                machine.components().stream()
                        .map(c -> entry(
                                "code",
                                c.code(),
                                "type",
                                Wire.word(c.type()),
                                "words",
                                words.apply(c.words()),
                                "behind",
                                c.behind()))
                        .toList());
        put(
                whole,
                "openings",
                machine.openings().stream()
                        .map(o -> entry(
                                "code",
                                o.code(),
                                "words",
                                words.apply(o.words()),
                                "pieces",
                                o.parts(),
                                "minutes",
                                o.minutes(),
                                "after",
                                o.after()))
                        .toList());
        machine.drive().ifPresent(d -> drive(whole, d, words));
        DumperOptions options = new DumperOptions();
        options.setDefaultFlowStyle(DumperOptions.FlowStyle.AUTO);
        options.setWidth(140);
        return new Yaml(new SafeConstructor(new LoaderOptions()), new Representer(options), options).dump(whole);
    }

    private static void drive(Map<String, Object> whole, Drive drive, Function<Say, String> words) {
        put(
                whole,
                "shafts",
                drive.shafts().stream()
                        .map(s -> entry(
                                "code",
                                s.code(),
                                "words",
                                words.apply(s.words()),
                                "held",
                                s.held() ? Optional.of(true) : Optional.empty(),
                                "inLineWith",
                                s.inLineWith(),
                                "direction",
                                s.directionDeg()))
                        .toList());
        put(
                whole,
                "wheels",
                drive.wheels().stream()
                        .map(w -> entry(
                                "code",
                                w.code(),
                                "part",
                                w.part(),
                                "shaft",
                                w.shaft(),
                                "teeth",
                                w.toothCount(),
                                "module",
                                w.module(),
                                "diameter",
                                w.diameterMm(),
                                "width",
                                w.faceWidthMm(),
                                "bore",
                                w.boreMm(),
                                "material",
                                w.material()))
                        .toList());
        put(
                whole,
                "meshes",
                drive.meshings().stream()
                        .map(m -> entry(
                                "kind",
                                Wire.word(m.kind()),
                                "driver",
                                m.driver(),
                                "driven",
                                m.driven(),
                                "centre",
                                m.centreDistanceMm(),
                                "efficiency",
                                m.efficiency()))
                        .toList());
        put(
                whole,
                "planets",
                drive.planetStages().stream()
                        .map(s -> entry(
                                "part",
                                s.part(),
                                "sun",
                                s.set().sun(),
                                "sunTeeth",
                                s.set().sunToothCount(),
                                "carrier",
                                s.set().carrier(),
                                "ring",
                                s.set().ring(),
                                "ringTeeth",
                                s.set().ringToothCount(),
                                "planetTeeth",
                                s.set().planetToothCounts(),
                                "planets",
                                s.set().planetCount(),
                                "module",
                                s.set().module(),
                                "width",
                                s.faceWidthMm(),
                                "material",
                                s.material()))
                        .toList());
        put(
                whole,
                "clutches",
                drive.clutches().stream()
                        .map(c -> entry("part", c.part(), "from", c.from(), "to", c.to(), "slip", c.slipTorqueNmm()))
                        .toList());
        drive.motor()
                .ifPresent(m -> whole.put(
                        "motor",
                        entry(
                                "part",
                                m.part(),
                                "shaft",
                                m.shaft(),
                                "speed",
                                m.speedRpm(),
                                "torque",
                                m.torqueNmm(),
                                "stall",
                                m.stallTorqueNmm(),
                                "volts",
                                m.volts(),
                                "amperes",
                                m.amperes(),
                                "stallAmperes",
                                m.stallAmperes(),
                                "efficiency",
                                m.efficiency())));
        drive.work()
                .ifPresent(w -> whole.put(
                        "work",
                        entry(
                                "shaft",
                                w.shaft(),
                                "does",
                                Wire.word(w.does()),
                                "wanted",
                                w.wanted(),
                                "perTurn",
                                w.perTurn(),
                                "by",
                                w.part().map(p -> Wire.word(p.kind())),
                                "wheel",
                                w.part().flatMap(OutputPart::wheel),
                                "size",
                                w.part().flatMap(OutputPart::sizeMm),
                                "lobes",
                                w.part().flatMap(OutputPart::lobes))));
    }

    private static void put(Map<String, Object> whole, String name, List<?> entries) {
        if (!entries.isEmpty()) {
            whole.put(name, entries);
        }
    }

    private static Map<String, Object> entry(Object... namesAndValues) {
        Map<String, Object> entry = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            Object value = namesAndValues[i + 1] instanceof Optional<?> maybe
                    ? maybe.map(v -> (Object) v).orElse("")
                    : namesAndValues[i + 1];
            if (!"".equals(value)) {
                entry.put((String) namesAndValues[i], value);
            }
        }
        return entry;
    }

    /**
     * A machine as somebody has written it.
     *
     * @param present whose parts and openings stay where the text has none
     * @throws Refused with the place in the text and what belongs there
     */
    public static Machine read(String text, Machine present) {
        if (text.length() > MOST_LETTERS) {
            throw Refused.at("text", "trainText.tooLong", "most", MOST_LETTERS);
        }
        Entry whole = new Entry(parsed(text), "");
        if (whole.whole("train").filter(f -> f == FORMAT).isEmpty()) {
            throw Refused.at("text", "trainText.format", "format", FORMAT);
        }
        List<Component> parts = whole.list("parts", TrainText::component);
        List<Opening> openings = whole.list("openings", TrainText::opening);
        Drive drive = new Drive(
                whole.list("shafts", TrainText::shaft),
                whole.list("wheels", TrainText::wheel),
                whole.list("meshes", TrainText::meshing),
                whole.list("planets", TrainText::stage),
                whole.list("clutches", TrainText::clutch),
                whole.one("motor", TrainText::motor),
                whole.one("work", TrainText::work));
        whole.close();
        return new Machine(
                parts.isEmpty() ? present.components() : parts,
                parts.isEmpty() && openings.isEmpty() ? present.openings() : openings,
                drive.shafts().isEmpty() ? present.drive() : Optional.of(drive));
    }

    private static Map<?, ?> parsed(String text) {
        LoaderOptions options = new LoaderOptions();
        options.setMaxAliasesForCollections(0);
        options.setNestingDepthLimit(8);
        options.setCodePointLimit(MOST_LETTERS);
        options.setAllowDuplicateKeys(false);
        Object read;
        try {
            read = new Yaml(new SafeConstructor(options)).load(text);
        } catch (MarkedYAMLException broken) {
            int line = broken.getProblemMark() == null
                    ? 1
                    : broken.getProblemMark().getLine() + 1;
            throw Refused.at("text", "trainText.broken", "line", line);
        } catch (YAMLException broken) {
            throw Refused.at("text", "trainText.broken", "line", 1);
        }
        if (!(read instanceof Map<?, ?> map)) {
            throw Refused.at("text", "trainText.format", "format", FORMAT);
        }
        return map;
    }

    private static Component component(Entry at) {
        String type = at.needed("type");
        PartType known = PartType.ofWord(type);
        if (known == PartType.OTHER && !type.equals(Wire.word(PartType.OTHER))) {
            throw at.refused("type", type);
        }
        String code = at.needed("code");
        return new Component(
                code,
                known,
                Say.typed(at.text("words").orElse(code)),
                at.text("behind").orElse(""));
    }

    private static Opening opening(Entry at) {
        String code = at.needed("code");
        return new Opening(
                code,
                Say.typed(at.text("words").orElse(code)),
                at.whole("pieces").orElse(0),
                at.number("minutes").orElse(0.0),
                at.text("after").orElse(""));
    }

    private static Shaft shaft(Entry at) {
        String code = at.needed("code");
        return new Shaft(
                code,
                Say.typed(at.text("words").orElse(code)),
                at.yes("held"),
                at.text("inLineWith"),
                at.number("direction"));
    }

    private static Wheel wheel(Entry at) {
        return new Wheel(
                at.needed("code"),
                at.needed("part"),
                at.needed("shaft"),
                at.whole("teeth"),
                at.number("module"),
                at.number("diameter"),
                at.number("width"),
                at.number("bore"),
                at.text("material"),
                Optional.empty());
    }

    private static Meshing meshing(Entry at) {
        return new Meshing(
                at.word("kind", MeshKind.class),
                at.needed("driver"),
                at.needed("driven"),
                at.number("centre"),
                at.number("efficiency"));
    }

    private static PlanetStage stage(Entry at) {
        return new PlanetStage(
                at.needed("part"),
                new PlanetSet(
                        at.needed("sun"),
                        at.whole("sunTeeth").orElseThrow(() -> at.refused("sunTeeth", "")),
                        at.needed("carrier"),
                        at.needed("ring"),
                        at.whole("ringTeeth").orElseThrow(() -> at.refused("ringTeeth", "")),
                        at.wholes("planetTeeth"),
                        at.whole("planets").orElseThrow(() -> at.refused("planets", "")),
                        at.number("module")),
                at.number("width"),
                at.text("material"));
    }

    private static Clutch clutch(Entry at) {
        return new Clutch(at.needed("part"), at.needed("from"), at.needed("to"), at.number("slip"));
    }

    private static Motor motor(Entry at) {
        return new Motor(
                at.needed("part"),
                at.needed("shaft"),
                at.number("speed"),
                at.number("torque"),
                at.number("stall"),
                at.number("volts"),
                at.number("amperes"),
                at.number("stallAmperes"),
                at.number("efficiency"));
    }

    private static Work work(Entry at) {
        Optional<String> wheel = at.text("wheel");
        Optional<Double> size = at.number("size");
        Optional<Integer> lobes = at.whole("lobes");
        return new Work(
                at.needed("shaft"),
                at.word("does", Work.Does.class),
                at.number("wanted"),
                at.number("perTurn"),
                at.text("by").map(any -> new OutputPart(at.word("by", OutputPart.Kind.class), wheel, size, lobes)));
    }

    /** One entry of the text; what it is asked for and what it has are compared when it is closed. */
    private static final class Entry {
        private final Map<?, ?> values;
        private final String path;
        private final Set<String> asked = new LinkedHashSet<>();

        Entry(Map<?, ?> values, String path) {
            this.values = values;
            this.path = path;
        }

        Refused refused(String key, String given) {
            return given.isEmpty()
                    ? Refused.at("text", "trainText.missing", "where", path + key)
                    : Refused.at("text", "trainText.value", "where", path + key, "given", given);
        }

        private Optional<Object> value(String key) {
            asked.add(key);
            return Optional.ofNullable(values.get(key));
        }

        Optional<String> text(String key) {
            return value(key).map(v -> {
                if (v instanceof Map || v instanceof List) {
                    throw refused(key, v.toString());
                }
                return v.toString().strip();
            });
        }

        String needed(String key) {
            return text(key).filter(t -> !t.isEmpty()).orElseThrow(() -> refused(key, ""));
        }

        Optional<Double> number(String key) {
            return value(key).map(v -> {
                if (v instanceof Number n) {
                    return n.doubleValue();
                }
                String typed = v.toString().strip().replace(',', '.');
                if (!typed.matches("[-+]?\\d+(\\.\\d+)?")) {
                    throw refused(key, v.toString());
                }
                return Double.parseDouble(typed);
            });
        }

        Optional<Integer> whole(String key) {
            return value(key).map(v -> {
                if (!(v instanceof Integer n)) {
                    throw refused(key, v.toString());
                }
                return n;
            });
        }

        List<Integer> wholes(String key) {
            List<Integer> all = new ArrayList<>();
            Object given = value(key).orElseThrow(() -> refused(key, ""));
            for (Object one : given instanceof List<?> many ? many : List.of(given)) {
                if (!(one instanceof Integer n)) {
                    throw refused(key, given.toString());
                }
                all.add(n);
            }
            return all;
        }

        boolean yes(String key) {
            return value(key)
                    .map(v -> {
                        if (!(v instanceof Boolean b)) {
                            throw refused(key, v.toString());
                        }
                        return b;
                    })
                    .orElse(false);
        }

        <E extends Enum<E>> E word(String key, Class<E> of) {
            String given = needed(key);
            for (E one : of.getEnumConstants()) {
                if (Wire.word(one).equals(given)) {
                    return one;
                }
            }
            throw refused(key, given);
        }

        <T> List<T> list(String key, Function<Entry, T> each) {
            List<T> all = new ArrayList<>();
            Object given = value(key).orElse(List.of());
            if (!(given instanceof List<?> many)) {
                throw refused(key, given.toString());
            }
            for (Object one : many) {
                all.add(entry(one, key + "[" + (all.size() + 1) + "].", each));
            }
            return all;
        }

        <T> Optional<T> one(String key, Function<Entry, T> each) {
            return value(key).map(given -> entry(given, key + ".", each));
        }

        private <T> T entry(Object given, String at, Function<Entry, T> each) {
            if (!(given instanceof Map<?, ?> map)) {
                throw refused(at.substring(0, at.length() - 1), String.valueOf(given));
            }
            Entry entry = new Entry(map, path + at);
            T made = each.apply(entry);
            entry.close();
            return made;
        }

        /** @throws Refused where the text has something that nobody asked for: most likely mistyped */
        void close() {
            values.keySet().stream()
                    .map(String::valueOf)
                    .filter(key -> !asked.contains(key))
                    .findFirst()
                    .ifPresent(key -> {
                        throw Refused.at(
                                "text", "trainText.unknown", "where", path + key, "known", String.join(", ", asked));
                    });
        }
    }
}
