package app.gewerk.server.reading;

import app.gewerk.core.gear.GearKind;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A gear as one person enters it. Readings of others stay as they are; they can only be left out.
 *
 * @param toothCount as typed: {@code 24}, {@code 23-25}, {@code 9 in 135°} or nothing
 * @param swollen whether it is of polyamide that may have taken up water
 * @param hand of slanting teeth: left, right or nothing
 * @param readings this person's own
 * @param leftOut numbers of saved readings of others that are not to count
 */
public record GearEntry(
        @Nullable GearKind kind,
        @Nullable String name,
        @Nullable String toothCount,
        @Nullable Boolean worn,
        @Nullable Boolean swollen,
        @Nullable String hand,
        @Nullable String bore,
        @Nullable String faceWidth,
        List<ReadingEntry> readings,
        @Nullable MateEntry mate,
        @Nullable List<Long> leftOut) {

    GearKind kindOrExternal() {
        return kind == null ? GearKind.EXTERNAL : kind;
    }

    boolean looksWorn() {
        return Boolean.TRUE.equals(worn);
    }

    String nameText() {
        return Entered.text(name);
    }

    String handText() {
        return Entered.text(hand);
    }

    String toothCountText() {
        return Entered.text(toothCount);
    }

    String boreText() {
        return Entered.text(bore);
    }

    String faceWidthText() {
        return Entered.text(faceWidth);
    }

    MateEntry mateEntry() {
        return mate == null ? new MateEntry(null, null, null, null) : mate;
    }

    List<Long> leftOutIds() {
        return leftOut == null ? List.of() : leftOut;
    }
}
