package app.gewerk.core.damage;

import java.util.List;
import java.util.Optional;

/** A gear as somebody saw it: sound but for what is said. */
final class Seen {
    private final String gear;
    private final int teeth;
    private Optional<Double> faceMm = Optional.empty();
    private Optional<Double> mateMm = Optional.empty();
    private List<ToothMark> marks = List.of();
    private ToothMap.Hub hub = ToothMap.Hub.NOT_LOOKED;
    private ToothMap.Bore bore = ToothMap.Bore.NOT_LOOKED;
    private boolean oddColour;
    private boolean brittle;
    private boolean softened;
    private int fragmentsFound;
    private String fragmentsAccepted = "";

    Seen(String gear, int teeth) {
        this.gear = gear;
        this.teeth = teeth;
    }

    Seen widths(double face, double mate) {
        faceMm = Optional.of(face);
        mateMm = Optional.of(mate);
        return this;
    }

    Seen marks(List<ToothMark> seen) {
        marks = seen;
        return this;
    }

    Seen soundHub() {
        hub = ToothMap.Hub.SOUND;
        return this;
    }

    Seen melted() {
        bore = ToothMap.Bore.MELTED;
        softened = true;
        return this;
    }

    Seen aged() {
        oddColour = true;
        brittle = true;
        return this;
    }

    Seen fragments(int found, String acceptedWhy) {
        fragmentsFound = found;
        fragmentsAccepted = acceptedWhy;
        return this;
    }

    ToothMap map() {
        return new ToothMap(
                gear,
                "",
                teeth,
                faceMm,
                mateMm,
                marks,
                hub,
                bore,
                ToothMap.Web.NOT_LOOKED,
                oddColour,
                brittle,
                softened,
                fragmentsFound,
                fragmentsAccepted);
    }
}
