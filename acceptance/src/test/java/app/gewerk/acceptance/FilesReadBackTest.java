package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Polygon;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/** Files that make a gear, read back by programs of others: Open CASCADE, three's loaders, a DXF reader. */
class FilesReadBackTest {
    private static final String SPUR =
            "{\"title\":\"tray 12, carriage's gear\",\"gear\":{\"module\":0.5,\"toothCount\":24},\"faceWidthMm\":5,\"hubOutMm\":3,"
                    + "\"blank\":{\"bore\":{\"shape\":\"d\",\"diameterMm\":3,\"acrossMm\":2.5},\"hubDiameterMm\":6}}";

    /** Name of the file without its ending, and what is asked for. */
    private static final Map<String, String> ASKED = new LinkedHashMap<>();

    static {
        ASKED.put("spur", SPUR);
        ASKED.put(
                "made",
                SPUR.replace(
                        "\"faceWidthMm\"",
                        "\"allowances\":{\"shrinkPercent\":0.6,\"outsideGrowthMm\":0.05,\"boreClosesMm\":0.1,\"firstLayerMm\":0.1},\"faceWidthMm\""));
        ASKED.put("sixty", "{\"gear\":{\"module\":0.5,\"toothCount\":60},\"faceWidthMm\":4}");
        ASKED.put("helical", "{\"gear\":{\"module\":0.5,\"toothCount\":24,\"helixAngleDeg\":15},\"faceWidthMm\":5}");
        ASKED.put("ring", "{\"gear\":{\"kind\":\"internal\",\"module\":0.5,\"toothCount\":48},\"faceWidthMm\":5}");
        ASKED.put("rack", "{\"form\":\"rack\",\"gear\":{\"module\":0.5,\"toothCount\":12},\"faceWidthMm\":5}");
        ASKED.put(
                "bevel",
                "{\"form\":\"bevel\",\"gear\":{\"module\":0.6,\"toothCount\":20},\"coneAngleDeg\":45,\"faceWidthMm\":2.5}");
        ASKED.put(
                "compound",
                "{\"form\":\"compound\",\"gear\":{\"module\":0.5,\"toothCount\":36},\"faceWidthMm\":3,"
                        + "\"blank\":{\"bore\":{\"shape\":\"round\",\"diameterMm\":2}},"
                        + "\"upper\":{\"gear\":{\"module\":0.5,\"toothCount\":12},\"faceWidthMm\":5,\"phaseDeg\":7}}");
        ASKED.put(
                "pockets",
                "{\"gear\":{\"module\":1,\"toothCount\":24},\"faceWidthMm\":5,\"hubOutMm\":7,"
                        + "\"blank\":{\"bore\":{\"shape\":\"round\",\"diameterMm\":4},\"hubDiameterMm\":14},"
                        + "\"pockets\":{\"count\":2,\"screwMm\":2,\"nutAcrossMm\":4,\"nutThickMm\":1.6}}");
        ASKED.put(
                "wormWheel",
                "{\"form\":\"wormWheel\",\"gear\":{\"module\":0.8,\"toothCount\":30},\"starts\":2,\"wormDiameterMm\":9,"
                        + "\"faceWidthMm\":5}");
        ASKED.put(
                "worm",
                "{\"form\":\"worm\",\"gear\":{\"module\":0.5,\"toothCount\":2},\"wormDiameterMm\":6,\"faceWidthMm\":10}");
    }

    private static final ObjectMapper JSON = new ObjectMapper();
    private static JsonNode read;
    private static final Map<String, Double> VOLUMES = new LinkedHashMap<>();

    @TempDir
    private static Path folder;

    @BeforeAll
    static void makeAndReadBack() throws IOException, InterruptedException {
        ApiCaller ilva = new ApiCaller(RunningGewerk.demoToLookAt(), "Ilva");
        List<String> command = new ArrayList<>(List.of("node", "scripts/readMade.mjs"));
        for (Map.Entry<String, String> asked : ASKED.entrySet()) {
            VOLUMES.put(
                    asked.getKey(),
                    JSON.readTree(post(ilva, "solid", asked.getValue()))
                            .path("volumeMm3")
                            .asDouble());
            for (String format : formats(asked.getKey())) {
                Path file = folder.resolve(asked.getKey() + "." + format);
                Files.write(file, post(ilva, "gear." + format, asked.getValue()));
                command.add(file.toString());
            }
        }
        Path answer = folder.resolve("answer.json");
        Path errors = folder.resolve("errors.txt");
        Process node = new ProcessBuilder(command)
                .directory(Path.of("../web").toFile())
                .redirectOutput(answer.toFile())
                .redirectError(errors.toFile())
                .start();
        assertThat(node.waitFor()).as(Files.readString(errors)).isZero();
        read = JSON.readTree(Files.readString(answer));
    }

    /** Twisted surfaces have many triangles, which the reader of 3MF takes a minute for; its file is written like the others. */
    private static List<String> formats(String name) {
        return switch (name) {
            case "spur", "made" -> List.of("stl", "3mf", "step", "dxf");
            case "helical", "worm", "wormWheel" -> List.of("stl", "step");
            default -> List.of("stl", "3mf", "step");
        };
    }

    private static byte[] post(ApiCaller caller, String what, String body) {
        HttpResponse<byte[]> made = caller.file("/api/workings/making/" + what, body);
        assertThat(made.statusCode())
                .as(new String(made.body(), StandardCharsets.UTF_8))
                .isEqualTo(200);
        return made.body();
    }

    private static JsonNode of(String name) {
        return read.path(folder.resolve(name).toString());
    }

    @Test
    void surfacesAreClosedAndHoldTheirVolume() {
        for (String name : ASKED.keySet()) {
            for (String format : formats(name)) {
                if (format.equals("dxf")) {
                    continue;
                }
                JsonNode found = of(name + "." + format);
                assertThat(found.path("watertight").asBoolean())
                        .as("%s.%s: %s", name, format, found)
                        .isTrue();
                assertThat(found.path("volume").asDouble() / VOLUMES.get(name))
                        .as("volume of %s.%s", name, format)
                        .isCloseTo(1, within(.001));
            }
        }
        assertThat(of("spur.stl").path("size").get(2).asDouble()).isCloseTo(8, within(1e-5));
        double tip = CylindricalGear.spur(.5, 24, 0, BasicRack.ISO_53_A).tipDiameterMm();
        assertThat(of("spur.3mf").path("size").get(1).asDouble())
                .as("an even number of teeth across the tips")
                .isCloseTo(tip, within(.004));
    }

    /** A face for each tooth's tip and each space, the two ends, two halves of what is round. */
    @Test
    void stepHasTrueFacesAndItsName() {
        assertThat(of("sixty.step").path("faces").asInt()).isEqualTo(2 * 60 + 2);
        assertThat(of("helical.step").path("faces").asInt()).isEqualTo(2 * 24 + 2);
        assertThat(of("spur.step").path("name").asString()).isEqualTo("tray 12, carriage's gear");
        // Teeth, three flat faces, two halves of the hub, and the bore's flat and round in the toothed part and in the
        // hub.
        assertThat(of("spur.step").path("faces").asInt()).isEqualTo(2 * 24 + 3 + 2 + 4);
    }

    @Test
    void dxfIsClosedAndInMillimetres() {
        JsonNode dxf = of("spur.dxf");
        assertThat(dxf.path("units").asInt()).isEqualTo(4);
        JsonNode teeth = dxf.path("entities").get(0);
        assertThat(teeth.path("layer").asString()).isEqualTo("TEETH");
        assertThat(teeth.path("closed").asBoolean()).isTrue();
        double tip = 0;
        double root = 100;
        Coordinate[] at = new Coordinate[teeth.path("points").size() + 1];
        for (int i = 0; i < at.length - 1; i++) {
            JsonNode p = teeth.path("points").get(i);
            at[i] = new Coordinate(p.get(0).asDouble(), p.get(1).asDouble());
            tip = Math.max(tip, Math.hypot(at[i].x, at[i].y));
            root = Math.min(root, Math.hypot(at[i].x, at[i].y));
        }
        at[at.length - 1] = at[0];
        CylindricalGear gear = CylindricalGear.spur(.5, 24, 0, BasicRack.ISO_53_A);
        assertThat(2 * tip).isCloseTo(gear.tipDiameterMm(), within(.004));
        assertThat(2 * root).isCloseTo(gear.rootDiameterMm(), within(.004));
        Polygon polygon = new GeometryFactory().createPolygon(at);
        assertThat(polygon.isValid()).isTrue();
        // Span over 3 teeth by its formula, m cos α ((k − ½) π + z inv α): between parallel lines on the outline.
        assertThat(span(polygon)).isCloseTo(3.858, within(.006));
        boolean bore = false;
        for (JsonNode entity : dxf.path("entities")) {
            bore |= entity.path("layer").asString().equals("BORE");
        }
        assertThat(bore).isTrue();
    }

    /** Jaws across three teeth: the width of what a strip holds that is as broad as three teeth between two spaces. */
    private static double span(Polygon outline) {
        double pitch = 2 * Math.PI / 24;
        double base = 6 * Math.cos(Math.toRadians(20));
        // Flanks touched where lines square to the jaws run tangent to the base circle: at ± half the span along it.
        double half = 0;
        for (double side : new double[] {-1, 1}) {
            double reach = 0;
            for (Coordinate c : outline.getExteriorRing().getCoordinates()) {
                double angle = Math.atan2(c.x, c.y);
                boolean outerTooth = Math.abs(angle - side * pitch) < pitch / 2;
                if (outerTooth && c.y > base - .2 && c.y < base + .35) {
                    reach = Math.max(reach, side * c.x);
                }
            }
            half += reach;
        }
        return half;
    }
}
