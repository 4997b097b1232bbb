package app.gewerk.server.reading;

import app.gewerk.core.gear.GearKind;
import app.gewerk.core.reading.GearReader;
import app.gewerk.core.reading.Mate;
import app.gewerk.core.reading.Question;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.Series;
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

    /** @throws Refused naming the field that cannot be understood, or that all together are of no gear */
    Identified identify(Series series) {
        Optional<Integer> mateTeeth = mateTeeth();
        List<Reading> own = Entered.readings("readings", readings, mateTeeth);
        List<Reading> ofMate = Entered.readings("mate.readings", mate.entries(), Optional.empty());
        if (mateTeeth.isEmpty() && !ofMate.isEmpty()) {
            throw Refused.at("mate.toothCount", "mate.countToo");
        }
        Optional<Mate> other = mateTeeth.map(z -> Entered.ofField(
                "mate.toothCount", () -> new Mate(mate.kindOrExternal(), z, ofMate, Boolean.TRUE.equals(mate.worn()))));
        Question question = new Question(kind, toothCount, own, worn, swollen, other);
        return Identified.of(GearReader.identify(question, series), own, ofMate);
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
