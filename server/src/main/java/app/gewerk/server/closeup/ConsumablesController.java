package app.gewerk.server.closeup;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.closeup.Bond;
import app.gewerk.core.closeup.Duty;
import app.gewerk.core.closeup.GreaseAmount;
import app.gewerk.core.closeup.Lubricant;
import app.gewerk.core.closeup.PressingIn;
import app.gewerk.core.closeup.Shares;
import app.gewerk.core.fit.Growth;
import app.gewerk.core.fit.PressFit;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Refused;
import app.gewerk.server.gear.GearSpec;
import app.gewerk.server.knowledge.KnownHere;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is put on what and how much of it, without a job. */
@RestController
@RequestMapping("/api/workings")
class ConsumablesController {
    private final KnownHere known;

    ConsumablesController(KnownHere known) {
        this.known = known;
    }

    /**
     * @param gear its material, {@code mate} what it runs against
     * @param load {@code light}, {@code medium} or {@code heavy}
     * @param speed {@code slow}, {@code medium} or {@code fast}
     */
    record LubricantRequest(
            @AtMost(40) String gear,
            @AtMost(40) String mate,
            @AtMost(10) String load,
            @AtMost(10) String speed,
            double temperatureC,
            boolean food) {}

    @PostMapping("/lubricant")
    List<Lubricant.WeighedLubricant> lubricant(@RequestBody LubricantRequest request) {
        return Lubricant.weigh(
                known.now().knowledge(),
                new Duty(
                        material("gear", request.gear()),
                        material("mate", request.mate()),
                        Wire.parse(Duty.Load.class, request.load()),
                        Wire.parse(Duty.Speed.class, request.speed()),
                        request.temperatureC(),
                        request.food()));
    }

    private Material material(String field, String code) {
        try {
            return known.now().materials().material(code);
        } catch (Refused unknown) {
            throw unknown.at(field);
        }
    }

    /** @param use {@code glue}, {@code lockThread} or {@code retain} */
    record BondRequest(
            @AtMost(20) String use,
            @AtMost(40) String one,
            @AtMost(40) String other,
            double gapMm,
            boolean toComeOff,
            double cureC,
            double worksC) {}

    @PostMapping("/bond")
    List<Bond.WeighedBond> bond(@RequestBody BondRequest request) {
        return Bond.weigh(
                known.now().knowledge(),
                new Bond.Joint(
                        Wire.parse(Bond.Use.class, request.use()),
                        material("one", request.one()),
                        material("other", request.other()),
                        request.gapMm(),
                        request.toComeOff(),
                        request.cureC(),
                        request.worksC()));
    }

    /** Either a case filled in part, or a film on a gear. */
    record GreaseRequest(
            @Nullable Double freeMl,
            @Nullable Double fill,
            @Nullable GearSpec gear,
            @Nullable Double faceWidthMm,
            @Nullable Double filmMm,
            double densityGMl) {}

    @PostMapping("/grease")
    GreaseAmount grease(@RequestBody GreaseRequest request) {
        Double free = request.freeMl();
        Double fill = request.fill();
        if (free != null && fill != null) {
            return GreaseAmount.filling(free, fill, request.densityGMl());
        }
        GearSpec gear = request.gear();
        Double face = request.faceWidthMm();
        Double film = request.filmMm();
        if (gear == null || face == null || film == null) {
            throw Refused.at("freeMl", "grease.caseOrFilm");
        }
        return GreaseAmount.film(gear.gear(), face, film, request.densityGMl());
    }

    /** @param firstByVolume of the first, or else {@code firstByMass} */
    record MixRequest(
            @Nullable Double firstByVolume,
            @Nullable Double firstByMass,
            double firstDensityGMl,
            double secondDensityGMl) {}

    @PostMapping("/mix")
    Shares mix(@RequestBody MixRequest request) {
        Double volume = request.firstByVolume();
        Double mass = request.firstByMass();
        if (volume != null) {
            return Shares.byVolume(volume, request.firstDensityGMl(), request.secondDensityGMl());
        }
        if (mass == null) {
            throw Refused.at("firstByVolume", "mix.oneShare");
        }
        return Shares.byMass(mass, request.firstDensityGMl(), request.secondDensityGMl());
    }

    /**
     * @param outerDiameterMm where the hub or the root circle ends
     * @param depthMm of the face past the shaft's end as it was; negative short of it
     */
    record PressRequest(
            @AtMost(40) String gear,
            @AtMost(40) String shaft,
            double shaftDiameterMm,
            double outerDiameterMm,
            double lengthMm,
            double interferenceMm,
            @Nullable Double depthMm,
            @Nullable Double endFloatMm) {}

    @PostMapping("/press-in")
    PressingIn pressIn(@RequestBody PressRequest request) {
        Material gear = material("gear", request.gear());
        Material shaft = material("shaft", request.shaft());
        return PressingIn.of(
                new PressFit(
                        request.shaftDiameterMm(),
                        request.outerDiameterMm(),
                        0,
                        request.lengthMm(),
                        request.interferenceMm(),
                        gear.frictionOnSteel(),
                        gear.elasticAt(Growth.ROOM_C),
                        shaft.elasticAt(Growth.ROOM_C)),
                gear,
                new PressingIn.Seat(Optional.ofNullable(request.depthMm()), Optional.ofNullable(request.endFloatMm())));
    }
}
