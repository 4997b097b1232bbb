package app.gewerk.core.making;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/** STL, binary. The format has no unit; the header says that it is millimetres. */
public final class StlFile {
    private static final int HEADER = 80;
    private static final int TRIANGLE = 50;

    private StlFile() {}

    /** @param title what stands in the header, as far as there is room and it is ASCII */
    public static byte[] of(Surface surface, String title) {
        ByteBuffer file =
                ByteBuffer.allocate(HEADER + 4 + TRIANGLE * surface.count()).order(ByteOrder.LITTLE_ENDIAN);
        byte[] head = ("unit: mm; " + title).getBytes(StandardCharsets.US_ASCII);
        file.put(head, 0, Math.min(head.length, HEADER)).position(HEADER).putInt(surface.count());
        double[] at = surface.positions();
        int[] corners = surface.triangles();
        for (int t = 0; t < corners.length; t += 3) {
            int a = 3 * corners[t];
            int b = 3 * corners[t + 1];
            int c = 3 * corners[t + 2];
            double ux = at[b] - at[a];
            double uy = at[b + 1] - at[a + 1];
            double uz = at[b + 2] - at[a + 2];
            double vx = at[c] - at[a];
            double vy = at[c + 1] - at[a + 1];
            double vz = at[c + 2] - at[a + 2];
            double nx = uy * vz - uz * vy;
            double ny = uz * vx - ux * vz;
            double nz = ux * vy - uy * vx;
            double length = Math.max(1e-300, Math.sqrt(nx * nx + ny * ny + nz * nz));
            file.putFloat((float) (nx / length)).putFloat((float) (ny / length)).putFloat((float) (nz / length));
            for (int corner : new int[] {a, b, c}) {
                file.putFloat((float) at[corner])
                        .putFloat((float) at[corner + 1])
                        .putFloat((float) at[corner + 2]);
            }
            file.putShort((short) 0);
        }
        return file.array();
    }
}
