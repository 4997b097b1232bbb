package app.gewerk.server.book;

import static app.gewerk.server.shop.StoredJson.list;
import static app.gewerk.server.shop.StoredJson.text;

import app.gewerk.core.Wire;
import app.gewerk.core.device.Chapter;
import app.gewerk.core.job.Way;
import app.gewerk.server.device.StoredMachine;
import app.gewerk.server.device.StoredStep;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** A chapter of the book as it is kept and as it travels, format 1: what one shop knows of one model. */
record StoredChapter(
        int format,
        @Nullable String kind,
        @Nullable String maker,
        @Nullable String model,
        int seen,
        int told,
        @Nullable SortedMap<String, Integer> culprits,
        @Nullable SortedMap<String, SortedMap<String, Integer>> signs,
        @Nullable List<Mend> mends,
        @Nullable List<Integer> minutes,
        @Nullable List<Line> advice,
        @Nullable List<Spare> spares,
        @Nullable StoredMachine train,
        StoredStep.@Nullable Steps wayIn,
        @Nullable List<Picture> pictures) {
    static final int FORMAT = 1;

    record Mend(String way, double days, boolean failed) {}

    record Line(@Nullable String advice, @Nullable String on) {}

    record Spare(
            @Nullable String number,
            @Nullable String name,
            @Nullable String position) {}

    record Picture(String file, @Nullable String shows) {}

    static StoredChapter of(Chapter chapter) {
        SortedMap<String, SortedMap<String, Integer>> signs = new TreeMap<>();
        chapter.signs().forEach((fault, seen) -> signs.put(fault, new TreeMap<>(seen)));
        return new StoredChapter(
                FORMAT,
                chapter.kind(),
                chapter.maker(),
                chapter.model(),
                chapter.seen(),
                chapter.told(),
                new TreeMap<>(chapter.culprits()),
                signs,
                chapter.lasted().stream()
                        .map(l -> new Mend(Wire.word(l.way()), l.days(), l.failed()))
                        .toList(),
                chapter.minutes(),
                chapter.advice().stream()
                        .map(a -> new Line(a.advice(), a.on().toString()))
                        .toList(),
                chapter.spares().stream()
                        .map(s -> new Spare(s.number(), s.name(), s.position()))
                        .toList(),
                chapter.train().map(StoredMachine::of).orElse(null),
                chapter.wayIn().isEmpty() ? null : StoredStep.Steps.of(chapter.wayIn()),
                chapter.pictures().stream()
                        .map(p -> new Picture(p.file(), p.shows()))
                        .toList());
    }

    Chapter chapter() {
        return new Chapter(
                text(kind),
                text(maker),
                text(model),
                seen,
                told,
                Optional.<Map<String, Integer>>ofNullable(culprits).orElse(Map.of()),
                signs == null ? Map.of() : Map.copyOf(signs),
                list(mends).stream()
                        .map(m -> new Chapter.Lasted(Wire.parse(Way.class, m.way), m.days, m.failed))
                        .toList(),
                list(minutes),
                list(advice).stream()
                        .map(a -> new Chapter.Line(text(a.advice), LocalDate.parse(text(a.on))))
                        .toList(),
                list(spares).stream()
                        .map(s -> new Chapter.Spare(text(s.number), text(s.name), text(s.position)))
                        .toList(),
                Optional.ofNullable(train).map(StoredMachine::machine),
                wayIn == null ? List.of() : wayIn.teardownSteps(),
                list(pictures).stream()
                        .map(p -> new Chapter.Picture(p.file, text(p.shows)))
                        .toList());
    }
}
