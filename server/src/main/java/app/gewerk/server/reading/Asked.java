package app.gewerk.server.reading;

import app.gewerk.core.gear.GearKind;
import app.gewerk.core.reading.Beforehand;
import app.gewerk.core.reading.GearReader;
import app.gewerk.core.reading.Mate;
import app.gewerk.core.reading.Question;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Optional;

/** The open computation as it came in: the tooth count understood, the readings not yet. */
record Asked(
        GearKind kind,
        ToothCount toothCount,
        List<ReadingEntry> readings,
        boolean worn,
        boolean swollen,
        MateEntry mate) {

    /** What is kept of a job's gear, with the readings that count. */
    static Asked of(ReadingStore.Saved saved, List<ReadingLine> lines) {
        return new Asked(
                saved.kind(),
                ToothCount.parse(saved.toothCount()),
                counting(lines, false),
                saved.worn(),
                saved.swollen(),
                new MateEntry(
                        saved.mate().kind(),
                        saved.mate().toothCount(),
                        saved.mate().worn(),
                        counting(lines, true)));
    }

    private static List<ReadingEntry> counting(List<ReadingLine> lines, boolean ofMate) {
        return lines.stream()
                .filter(line -> !line.leftOut() && line.ofMate() == ofMate)
                .map(ReadingLine::entry)
                .toList();
    }

    /** @param own as they were understood, and the mate's likewise; in the question the same thing read twice is one */
    private record Understood(Question question, List<Reading> own, List<Reading> ofMate) {}

    /** @throws Refused naming the field that cannot be understood, or that all together are of no gear */
    Identified identify(Beforehand beforehand) {
        Understood understood = understood();
        return Identified.of(
                GearReader.identify(understood.question, beforehand), understood.own, understood.ofMate, beforehand);
    }

    /** @throws Refused likewise */
    Question question() {
        return understood().question;
    }

    private Understood understood() {
        Optional<Integer> mateTeeth = mateTeeth();
        List<Reading> own = Entered.readings("readings", readings, mateTeeth);
        List<Reading> ofMate = Entered.readings("mate.readings", mate.entries(), Optional.empty());
        if (mateTeeth.isEmpty() && !ofMate.isEmpty()) {
            throw Refused.at("mate.toothCount", "mate.countToo");
        }
        Optional<Mate> other = mateTeeth.map(z -> Entered.ofField(
                "mate.toothCount", () -> new Mate(mate.kindOrExternal(), z, ofMate, Boolean.TRUE.equals(mate.worn()))));
        return new Understood(new Question(kind, toothCount, own, worn, swollen, other), own, ofMate);
    }

    private Optional<Integer> mateTeeth() {
        String typed = mate.toothCountText();
        if (typed.isEmpty()) {
            return Optional.empty();
        }
        return Entered.ofField("mate.toothCount", () -> {
            if (ToothCount.parse(typed) instanceof ToothCount.Exactly exactly) {
                return Optional.of(exactly.count());
            }
            throw new Refused("mate.countAll");
        });
    }
}
