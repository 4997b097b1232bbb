package app.gewerk.server.diagnosis;

import app.gewerk.core.device.HowWell;
import app.gewerk.core.diagnosis.Diagnosis;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What was given for each fault before anybody said what it was, as it is kept, format 1; the likeliest first. */
record StoredClaim(int format, @Nullable List<Of> shares) {

    record Of(String fault, double probability) {}

    static StoredClaim of(List<Diagnosis.Likely> shown) {
        return new StoredClaim(
                1,
                shown.stream()
                        .map(l -> new Of(l.key(), Math.round(l.probability() * 1e4) / 1e4))
                        .toList());
    }

    List<HowWell.Claimed> claimed() {
        return shares == null
                ? List.of()
                : shares.stream()
                        .map(s -> new HowWell.Claimed(s.fault, s.probability))
                        .toList();
    }
}
