package app.gewerk.server.choice;

import static app.gewerk.server.shop.StoredJson.list;
import static app.gewerk.server.shop.StoredJson.text;

import app.gewerk.core.Wire;
import app.gewerk.core.choice.Circumstances;
import app.gewerk.core.choice.Companion;
import app.gewerk.core.choice.Priced;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What was said of a gear's place, as it is kept, format 1. */
record StoredCircumstances(
        int format,
        @Nullable String material,
        @Nullable String mateMaterial,
        @Nullable Double temperatureC,
        @Nullable Double ageYears,
        @Nullable Boolean driven,
        boolean keyed,
        @Nullable Double shaftMm,
        @Nullable Double axialRoomMm,
        @Nullable Double hubOutMm,
        @Nullable Boolean hubAlike,
        @Nullable Double workingArcDeg,
        boolean meantToFail,
        int sisters,
        @Nullable Double donorAgeYears,
        boolean goodOneAtHand,
        boolean inStep,
        @Nullable Price original,
        @Nullable List<With> withOriginal,
        @Nullable Price assembly,
        @Nullable Double motorTorqueNmm,
        @Nullable Double jamTorqueNmm,
        @Nullable Double nozzleMm,
        @Nullable Double hoursRun) {

    record Price(BigDecimal price, int days) {}

    record With(String part, boolean comesWith, @Nullable BigDecimal price) {}

    static StoredCircumstances of(Circumstances c) {
        return new StoredCircumstances(
                1,
                c.material(),
                c.mateMaterial(),
                c.temperatureC(),
                c.ageYears(),
                c.driven(),
                c.keyed(),
                c.shaftMm().orElse(null),
                c.axialRoomMm().orElse(null),
                c.hubOutMm().orElse(null),
                c.hubAlike().orElse(null),
                c.workingArcDeg().orElse(null),
                c.meantToFail(),
                c.sisters(),
                c.donorAgeYears().orElse(null),
                c.goodOneAtHand(),
                c.inStep(),
                c.original().map(p -> new Price(p.price(), p.days())).orElse(null),
                c.withOriginal().stream()
                        .map(w -> new With(
                                Wire.word(w.part()), w.comesWith(), w.price().orElse(null)))
                        .toList(),
                c.assembly().map(p -> new Price(p.price(), p.days())).orElse(null),
                c.motorTorqueNmm().orElse(null),
                c.jamTorqueNmm().orElse(null),
                c.nozzleMm(),
                c.hoursRun().orElse(null));
    }

    Circumstances circumstances() {
        Circumstances usual = Circumstances.USUAL;
        return new Circumstances(
                material == null ? usual.material() : material,
                text(mateMaterial).isEmpty() ? usual.mateMaterial() : text(mateMaterial),
                temperatureC == null ? usual.temperatureC() : temperatureC,
                ageYears == null ? usual.ageYears() : ageYears,
                driven == null ? usual.driven() : driven,
                keyed,
                Optional.ofNullable(shaftMm),
                Optional.ofNullable(axialRoomMm),
                Optional.ofNullable(hubOutMm),
                Optional.ofNullable(hubAlike),
                Optional.ofNullable(workingArcDeg),
                meantToFail,
                sisters,
                Optional.ofNullable(donorAgeYears),
                goodOneAtHand,
                inStep,
                priced(original),
                list(withOriginal).stream()
                        .map(w -> new Companion(
                                Wire.parse(Companion.Part.class, w.part()),
                                w.comesWith(),
                                Optional.ofNullable(w.price())))
                        .toList(),
                priced(assembly),
                Optional.ofNullable(motorTorqueNmm),
                Optional.ofNullable(jamTorqueNmm),
                nozzleMm == null ? usual.nozzleMm() : nozzleMm,
                Optional.ofNullable(hoursRun));
    }

    private static Optional<Priced> priced(@Nullable Price price) {
        return Optional.ofNullable(price).map(p -> new Priced(p.price(), p.days()));
    }
}
