package app.gewerk.server.making;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.making.Casting;
import app.gewerk.core.making.Coupon;
import app.gewerk.core.making.DxfFile;
import app.gewerk.core.making.MeasuringPlace;
import app.gewerk.core.making.Print;
import app.gewerk.core.making.Solid;
import app.gewerk.core.making.StepFile;
import app.gewerk.core.making.StlFile;
import app.gewerk.core.making.Surface;
import app.gewerk.core.making.ThreeMfFile;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Files that make a gear: STL and 3MF for printers, STEP for drawing and milling, DXF for lasers. All in millimetres. */
@RestController
class SolidController {
    /** Of polyoxymethylene (materials tables; from memory). */
    private static final double ACETAL_G_PER_CM3 = 1.41;

    private static final String STL = "model/stl";
    private static final String THREE_MF = "model/3mf";
    private static final String STEP = "model/step";
    private static final String DXF = "image/vnd.dxf";

    /**
     * What the body comes to.
     *
     * @param volumeMm3 of what is drawn
     * @param heightMm of what is drawn
     * @param tipDiameterMm of what is drawn, of a ring between the tips; none of a rack
     * @param unbalanceGmm of an acetal one, nuts and screws in their pockets
     * @param places where it is measured
     */
    record SolidView(
            double volumeMm3,
            double heightMm,
            Optional<Double> tipDiameterMm,
            double unbalanceGmm,
            List<MeasuringPlace> places) {}

    @PostMapping("/api/workings/making/solid")
    SolidView solid(@RequestBody SolidSpec spec) {
        Solid solid = spec.solid();
        return new SolidView(
                solid.volumeMm3(),
                solid.heightMm(),
                solid.tipDiameterMm(),
                spec.unbalanceGmm(solid, ACETAL_G_PER_CM3),
                spec.places());
    }

    @PostMapping(value = "/api/workings/making/gear.stl", produces = STL)
    ResponseEntity<byte[]> stl(@RequestBody SolidSpec spec) {
        return Files.attached(StlFile.of(Surface.of(spec.solid()), title(spec)), "gear.stl", STL);
    }

    @PostMapping(value = "/api/workings/making/gear.3mf", produces = THREE_MF)
    ResponseEntity<byte[]> threeMf(@RequestBody SolidSpec spec) {
        return Files.attached(ThreeMfFile.of(Surface.of(spec.solid()), title(spec)), "gear.3mf", THREE_MF);
    }

    @PostMapping(value = "/api/workings/making/gear.step", produces = STEP)
    ResponseEntity<byte[]> step(@RequestBody SolidSpec spec) {
        byte[] file = StepFile.of(spec.solid(), title(spec)).getBytes(StandardCharsets.US_ASCII);
        return Files.attached(file, "gear.step", STEP);
    }

    @PostMapping(value = "/api/workings/making/gear.dxf", produces = DXF)
    ResponseEntity<byte[]> dxf(@RequestBody SolidSpec spec) {
        return Files.attached(DxfFile.of(spec.loops()).getBytes(StandardCharsets.US_ASCII), "gear.dxf", DXF);
    }

    record PrintSpec(
            SolidSpec solid,
            double nozzleMm,
            double layerMm,
            double flowMm3PerS,
            double densityGPerCm3,
            BigDecimal pricePerKg) {}

    /** What it takes to print a body, and what the printer cannot do of it. */
    @PostMapping("/api/workings/making/print")
    Print print(@RequestBody PrintSpec spec) {
        return Print.of(
                spec.solid().cylindrical(),
                spec.solid().solid(),
                new Print.Printer(
                        spec.nozzleMm(), spec.layerMm(), spec.flowMm3PerS(), spec.densityGPerCm3(), spec.pricePerKg()));
    }

    record StuffSpec(
            double densityGPerCm3,
            double secondPerHundred,
            double potLifeMinutes,
            double firmMinutes,
            double fullHours) {
        Casting.Stuff stuff() {
            return new Casting.Stuff(densityGPerCm3, secondPerHundred, potLifeMinutes, firmMinutes, fullHours);
        }
    }

    record CastSize(double masterMm, double castMm) {}

    /** @param solid as the gear shall be */
    record CastPiece(SolidSpec solid, int count) {}

    /**
     * @param pieces of all sizes in one mould
     * @param casts measured before, of the same resin; where there are any, what they shrank by counts
     */
    record CastingSpec(
            @AtMost(20) List<CastPiece> pieces,
            double shrinkPercent,
            @AtMost(200) List<CastSize> casts,
            StuffSpec rubber,
            StuffSpec resin) {}

    /** What it takes to cast bodies: the mould, the mixes, the times. */
    @PostMapping("/api/workings/making/casting")
    Casting casting(@RequestBody CastingSpec spec) {
        double shrink = spec.casts().isEmpty()
                ? spec.shrinkPercent()
                : Casting.shrinkPercent(spec.casts().stream()
                        .map(c -> new Casting.Cast(c.masterMm(), c.castMm()))
                        .toList());
        return Casting.of(
                spec.pieces().stream()
                        .map(piece -> {
                            Solid solid = piece.solid().asItShallBe();
                            return new Casting.Piece(
                                    piece.count(), solid.acrossMm(), solid.heightMm(), solid.volumeMm3());
                        })
                        .toList(),
                shrink,
                spec.rubber().stuff(),
                spec.resin().stuff());
    }

    record CouponSize(Coupon.Kind kind, double drawnMm) {}

    record MeasuredSize(@AtMost(20) String kind, double drawnMm, double cameMm) {}

    record MeasuredSizes(@AtMost(500) List<MeasuredSize> sizes) {}

    /** The sizes of the test piece that are to be measured. */
    @GetMapping("/api/workings/making/coupon")
    List<CouponSize> coupon() {
        return Coupon.sizes().stream()
                .map(size -> new CouponSize(size.kind(), size.drawnMm()))
                .toList();
    }

    @GetMapping(value = "/api/workings/making/coupon.stl", produces = STL)
    ResponseEntity<byte[]> couponStl() {
        return Files.attached(
                StlFile.of(Surface.of(Coupon.solid()), Words.of(Say.of("coupon.title"))), "test-piece.stl", STL);
    }

    /** What sizes that came out say of a printer and a material. */
    @PostMapping("/api/workings/making/coupon")
    Coupon.Growth growth(@RequestBody MeasuredSizes measured) {
        return Coupon.growth(measured.sizes().stream()
                .map(m -> new Coupon.Measured(Wire.parse(Coupon.Kind.class, m.kind()), m.drawnMm(), m.cameMm()))
                .toList());
    }

    private static String title(SolidSpec spec) {
        String title = spec.title();
        return title == null || title.isBlank() ? Words.of(Say.of("sheet.title")) : title.strip();
    }
}
