package app.gewerk.server.device;

import static app.gewerk.server.shop.StoredJson.list;
import static app.gewerk.server.shop.StoredJson.text;

import app.gewerk.core.Wire;
import app.gewerk.core.train.Clutch;
import app.gewerk.core.train.Drive;
import app.gewerk.core.train.MeshKind;
import app.gewerk.core.train.Meshing;
import app.gewerk.core.train.Motor;
import app.gewerk.core.train.OutputPart;
import app.gewerk.core.train.PlanetSet;
import app.gewerk.core.train.PlanetStage;
import app.gewerk.core.train.Shaft;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.train.Work;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** How a machine is driven, as it is kept within its train. */
record StoredDrive(
        @Nullable List<Axle> shafts,
        @Nullable List<Teeth> wheels,
        @Nullable List<Mesh> meshings,
        @Nullable List<Planets> planetStages,
        @Nullable List<Coupling> clutches,
        @Nullable Power motor,
        @Nullable Output work) {

    record Axle(
            String code,
            @Nullable String words,
            boolean held,
            @Nullable String inLineWith,
            @Nullable Double directionDeg) {}

    record Teeth(
            String code,
            String part,
            String shaft,
            @Nullable Integer toothCount,
            @Nullable Double module,
            @Nullable Double diameterMm,
            @Nullable Double faceWidthMm,
            @Nullable Double boreMm,
            @Nullable String material,
            @Nullable Long fromJob) {}

    record Mesh(
            String kind,
            String driver,
            String driven,
            @Nullable Double centreDistanceMm,
            @Nullable Double efficiency) {}

    record Planets(
            String part,
            String sun,
            int sunToothCount,
            String carrier,
            String ring,
            int ringToothCount,
            @Nullable List<Integer> planetToothCounts,
            int planetCount,
            @Nullable Double module,
            @Nullable Double faceWidthMm,
            @Nullable String material) {}

    record Coupling(
            String part, String from, String to, @Nullable Double slipTorqueNmm) {}

    record Power(
            String part,
            String shaft,
            @Nullable Double speedRpm,
            @Nullable Double torqueNmm,
            @Nullable Double stallTorqueNmm,
            @Nullable Double volts,
            @Nullable Double amperes,
            @Nullable Double stallAmperes,
            @Nullable Double efficiency) {}

    record Output(
            String shaft,
            String does,
            @Nullable Double wanted,
            @Nullable Double perTurn,
            @Nullable String by,
            @Nullable String wheel,
            @Nullable Double sizeMm,
            @Nullable Integer lobes) {

        Optional<OutputPart> part() {
            return Optional.ofNullable(by)
                    .map(kind -> new OutputPart(
                            Wire.parse(OutputPart.Kind.class, kind),
                            Optional.ofNullable(wheel),
                            Optional.ofNullable(sizeMm),
                            Optional.ofNullable(lobes)));
        }
    }

    static StoredDrive of(Drive drive) {
        return new StoredDrive(
                drive.shafts().stream()
                        .map(s -> new Axle(
                                s.code(),
                                s.words().typedText(),
                                s.held(),
                                s.inLineWith().orElse(null),
                                s.directionDeg().orElse(null)))
                        .toList(),
                drive.wheels().stream()
                        .map(w -> new Teeth(
                                w.code(),
                                w.part(),
                                w.shaft(),
                                w.toothCount().orElse(null),
                                w.module().orElse(null),
                                w.diameterMm().orElse(null),
                                w.faceWidthMm().orElse(null),
                                w.boreMm().orElse(null),
                                w.material().orElse(null),
                                w.fromJob().orElse(null)))
                        .toList(),
                drive.meshings().stream()
                        .map(m -> new Mesh(
                                Wire.word(m.kind()),
                                m.driver(),
                                m.driven(),
                                m.centreDistanceMm().orElse(null),
                                m.efficiency().orElse(null)))
                        .toList(),
                drive.planetStages().stream()
                        .map(s -> new Planets(
                                s.part(),
                                s.set().sun(),
                                s.set().sunToothCount(),
                                s.set().carrier(),
                                s.set().ring(),
                                s.set().ringToothCount(),
                                s.set().planetToothCounts(),
                                s.set().planetCount(),
                                s.set().module().orElse(null),
                                s.faceWidthMm().orElse(null),
                                s.material().orElse(null)))
                        .toList(),
                drive.clutches().stream()
                        .map(c -> new Coupling(
                                c.part(), c.from(), c.to(), c.slipTorqueNmm().orElse(null)))
                        .toList(),
                drive.motor()
                        .map(m -> new Power(
                                m.part(),
                                m.shaft(),
                                m.speedRpm().orElse(null),
                                m.torqueNmm().orElse(null),
                                m.stallTorqueNmm().orElse(null),
                                m.volts().orElse(null),
                                m.amperes().orElse(null),
                                m.stallAmperes().orElse(null),
                                m.efficiency().orElse(null)))
                        .orElse(null),
                drive.work()
                        .map(w -> new Output(
                                w.shaft(),
                                Wire.word(w.does()),
                                w.wanted().orElse(null),
                                w.perTurn().orElse(null),
                                w.part().map(p -> Wire.word(p.kind())).orElse(null),
                                w.part().flatMap(OutputPart::wheel).orElse(null),
                                w.part().flatMap(OutputPart::sizeMm).orElse(null),
                                w.part().flatMap(OutputPart::lobes).orElse(null)))
                        .orElse(null));
    }

    Drive drive() {
        return new Drive(
                list(shafts).stream()
                        .map(s -> new Shaft(
                                s.code,
                                Say.typed(text(s.words)),
                                s.held,
                                Optional.ofNullable(s.inLineWith),
                                Optional.ofNullable(s.directionDeg)))
                        .toList(),
                list(wheels).stream()
                        .map(w -> new Wheel(
                                w.code,
                                w.part,
                                w.shaft,
                                Optional.ofNullable(w.toothCount),
                                Optional.ofNullable(w.module),
                                Optional.ofNullable(w.diameterMm),
                                Optional.ofNullable(w.faceWidthMm),
                                Optional.ofNullable(w.boreMm),
                                Optional.ofNullable(w.material),
                                Optional.ofNullable(w.fromJob)))
                        .toList(),
                list(meshings).stream()
                        .map(m -> new Meshing(
                                Wire.parse(MeshKind.class, m.kind),
                                m.driver,
                                m.driven,
                                Optional.ofNullable(m.centreDistanceMm),
                                Optional.ofNullable(m.efficiency)))
                        .toList(),
                list(planetStages).stream()
                        .map(s -> new PlanetStage(
                                s.part,
                                new PlanetSet(
                                        s.sun,
                                        s.sunToothCount,
                                        s.carrier,
                                        s.ring,
                                        s.ringToothCount,
                                        list(s.planetToothCounts),
                                        s.planetCount,
                                        Optional.ofNullable(s.module)),
                                Optional.ofNullable(s.faceWidthMm),
                                Optional.ofNullable(s.material)))
                        .toList(),
                list(clutches).stream()
                        .map(c -> new Clutch(c.part, c.from, c.to, Optional.ofNullable(c.slipTorqueNmm)))
                        .toList(),
                Optional.ofNullable(motor)
                        .map(m -> new Motor(
                                m.part,
                                m.shaft,
                                Optional.ofNullable(m.speedRpm),
                                Optional.ofNullable(m.torqueNmm),
                                Optional.ofNullable(m.stallTorqueNmm),
                                Optional.ofNullable(m.volts),
                                Optional.ofNullable(m.amperes),
                                Optional.ofNullable(m.stallAmperes),
                                Optional.ofNullable(m.efficiency))),
                Optional.ofNullable(work)
                        .map(w -> new Work(
                                w.shaft,
                                Wire.parse(Work.Does.class, w.does),
                                Optional.ofNullable(w.wanted),
                                Optional.ofNullable(w.perTurn),
                                w.part())));
    }
}
