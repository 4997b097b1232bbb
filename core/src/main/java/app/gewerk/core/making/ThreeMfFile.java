package app.gewerk.core.making;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** 3MF, core specification 1: a zip with one model in millimetres. */
public final class ThreeMfFile {
    private static final String TYPES = """
            <?xml version="1.0" encoding="UTF-8"?>
            <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">\
            <Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>\
            <Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>
            """;

    private static final String RELATIONS = """
            <?xml version="1.0" encoding="UTF-8"?>
            <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">\
            <Relationship Target="/3D/3dmodel.model" Id="rel0" \
            Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>
            """;

    private ThreeMfFile() {}

    public static byte[] of(Surface surface, String title) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes, StandardCharsets.UTF_8)) {
            entry(zip, "[Content_Types].xml", TYPES);
            entry(zip, "_rels/.rels", RELATIONS);
            zip.putNextEntry(new ZipEntry("3D/3dmodel.model"));
            Writer writer = new OutputStreamWriter(zip, StandardCharsets.UTF_8);
            model(writer, surface, title);
            writer.flush();
            zip.closeEntry();
        } catch (IOException inMemory) {
            throw new UncheckedIOException(inMemory);
        }
        return bytes.toByteArray();
    }

    private static void entry(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    private static void model(Writer out, Surface surface, String title) throws IOException {
        String named = GearSvg.escaped(title).replace("\"", "&quot;");
        out.write("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<model unit=\"millimeter\" xml:lang=\"en\" ");
        out.write("xmlns=\"http://schemas.microsoft.com/3dmanufacturing/core/2015/02\">\n");
        out.write("<metadata name=\"Title\">" + named + "</metadata>\n");
        out.write("<resources><object id=\"1\" type=\"model\" name=\"" + named + "\"><mesh><vertices>\n");
        double[] at = surface.positions();
        for (int i = 0; i < at.length; i += 3) {
            out.write("<vertex x=\"" + number(at[i]) + "\" y=\"" + number(at[i + 1]) + "\" z=\"" + number(at[i + 2])
                    + "\"/>\n");
        }
        out.write("</vertices><triangles>\n");
        int[] corners = surface.triangles();
        for (int t = 0; t < corners.length; t += 3) {
            out.write("<triangle v1=\"" + corners[t] + "\" v2=\"" + corners[t + 1] + "\" v3=\"" + corners[t + 2]
                    + "\"/>\n");
        }
        out.write("</triangles></mesh></object></resources><build><item objectid=\"1\"/></build></model>\n");
    }

    /** To a hundredth of a micrometre. */
    private static String number(double mm) {
        return Double.toString(Math.rint(mm * 1e5) / 1e5);
    }
}
