package app.gewerk.core.making;

import app.gewerk.core.gear.Point;
import java.util.List;
import java.util.Locale;

/**
 * DXF for lasers and mills: closed polylines and circles seen along the axis, y upwards, in millimetres ({@code $INSUNITS} 4). Teeth, bore,
 * hub and holes lie on layers of these names.
 */
public final class DxfFile {
    private DxfFile() {}

    public static String of(List<Blank.Loop> loops) {
        StringBuilder out = new StringBuilder(1 << 16);
        pair(out, 0, "SECTION");
        pair(out, 2, "HEADER");
        pair(out, 9, "$ACADVER");
        pair(out, 1, "AC1015");
        pair(out, 9, "$INSUNITS");
        pair(out, 70, "4");
        pair(out, 9, "$MEASUREMENT");
        pair(out, 70, "1");
        pair(out, 0, "ENDSEC");
        pair(out, 0, "SECTION");
        pair(out, 2, "ENTITIES");
        int handle = 0x100;
        for (Blank.Loop loop : loops) {
            String layer = loop.what().toUpperCase(Locale.ROOT);
            if (loop.circle().isPresent()) {
                Blank.Circle circle = loop.circle().get();
                begin(out, "CIRCLE", handle++, layer, "AcDbCircle");
                point(out, circle.centre());
                pair(out, 30, "0.0");
                pair(out, 40, number(circle.radiusMm()));
            } else {
                begin(out, "LWPOLYLINE", handle++, layer, "AcDbPolyline");
                pair(out, 90, Integer.toString(loop.points().size()));
                pair(out, 70, "1");
                loop.points().forEach(p -> point(out, p));
            }
        }
        pair(out, 0, "ENDSEC");
        pair(out, 0, "EOF");
        return out.toString();
    }

    private static void begin(StringBuilder out, String entity, int handle, String layer, String kind) {
        pair(out, 0, entity);
        pair(out, 5, Integer.toHexString(handle).toUpperCase(Locale.ROOT));
        pair(out, 100, "AcDbEntity");
        pair(out, 8, layer);
        pair(out, 100, kind);
    }

    private static void point(StringBuilder out, Point point) {
        pair(out, 10, number(point.x()));
        pair(out, 20, number(point.y()));
    }

    private static String number(double mm) {
        return String.format(Locale.ROOT, "%.6f", mm);
    }

    private static void pair(StringBuilder out, int code, String value) {
        out.append(code).append('\n').append(value).append('\n');
    }
}
