package app.gewerk.server.damage;

import static app.gewerk.server.shop.StoredJson.list;
import static app.gewerk.server.shop.StoredJson.text;

import app.gewerk.core.Wire;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.damage.ToothMark;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A tooth map as it is kept, format 1. Rows from before formats were numbered have the same names. */
record StoredToothMap(
        int format,
        @Nullable String gear,
        @Nullable String component,
        int toothCount,
        @Nullable Double faceWidthMm,
        @Nullable Double mateWidthMm,
        @Nullable List<Mark> marks,
        @Nullable String hub,
        @Nullable String bore,
        @Nullable String web,
        boolean oddColour,
        boolean brittle,
        boolean softened,
        int fragmentsFound,
        @Nullable String fragmentsAccepted) {

    /** In rows of format 1 it is two words. */
    private static final String KEY_WORN = "key worn";

    record Mark(
            int tooth,
            String kind,
            @Nullable String flank,
            double amount,
            @Nullable Band band) {}

    record Band(double fromMm, double toMm) {}

    static StoredToothMap of(ToothMap map) {
        return new StoredToothMap(
                1,
                map.gear(),
                map.component(),
                map.toothCount(),
                map.faceWidthMm().orElse(null),
                map.mateWidthMm().orElse(null),
                map.marks().stream().map(StoredToothMap::mark).toList(),
                Wire.word(map.hub()),
                map.bore() == ToothMap.Bore.KEY_WORN ? KEY_WORN : Wire.word(map.bore()),
                Wire.word(map.web()),
                map.oddColour(),
                map.brittle(),
                map.softened(),
                map.fragmentsFound(),
                map.fragmentsAccepted());
    }

    private static Mark mark(ToothMark mark) {
        return new Mark(
                mark.tooth(),
                Wire.word(mark.kind()),
                Wire.word(mark.flank()),
                mark.amount(),
                mark.band().map(b -> new Band(b.fromMm(), b.toMm())).orElse(null));
    }

    ToothMap map() {
        return new ToothMap(
                text(gear),
                text(component),
                toothCount,
                Optional.ofNullable(faceWidthMm),
                Optional.ofNullable(mateWidthMm),
                list(marks).stream().map(this::onTheFace).toList(),
                hub == null ? ToothMap.Hub.SOUND : Wire.parse(ToothMap.Hub.class, hub),
                bore(bore),
                web == null ? ToothMap.Web.SOUND : Wire.parse(ToothMap.Web.class, web),
                oddColour,
                brittle,
                softened,
                fragmentsFound,
                text(fragmentsAccepted));
    }

    private static ToothMap.Bore bore(@Nullable String kept) {
        if (kept == null) {
            return ToothMap.Bore.SOUND;
        }
        return kept.equals(KEY_WORN) ? ToothMap.Bore.KEY_WORN : Wire.parse(ToothMap.Bore.class, kept);
    }

    /** A band was once kept that ended beyond the face: it ends with it. */
    private ToothMark onTheFace(Mark mark) {
        Band band = mark.band;
        if (band == null || faceWidthMm == null || band.toMm <= faceWidthMm) {
            return mark(mark);
        }
        return mark(new Mark(
                mark.tooth,
                mark.kind,
                mark.flank,
                mark.amount,
                band.fromMm < faceWidthMm ? new Band(band.fromMm, faceWidthMm) : null));
    }

    private static ToothMark mark(Mark mark) {
        return new ToothMark(
                mark.tooth,
                Wire.parse(ToothMark.Kind.class, mark.kind),
                mark.flank == null ? ToothMark.Flank.BOTH : Wire.parse(ToothMark.Flank.class, mark.flank),
                mark.amount,
                Optional.ofNullable(mark.band).map(b -> new ToothMark.Band(b.fromMm, b.toMm)));
    }
}
