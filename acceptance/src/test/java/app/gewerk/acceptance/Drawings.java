package app.gewerk.acceptance;

import java.awt.geom.PathIterator;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.batik.parser.AWTPathProducer;
import org.locationtech.jts.algorithm.MinimumBoundingCircle;
import org.locationtech.jts.awt.ShapeReader;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/** Reads exported drawings back with other people's code: the JDK's XML, Batik's paths, JTS's geometry, poppler's PDF. */
final class Drawings {
    private static final double POINTS_PER_MM = 72 / 25.4;
    private static final Pattern NUMBER = Pattern.compile("-?\\d+(?:\\.\\d+)?");

    private Drawings() {}

    static Document xml(byte[] bytes) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
            return factory.newDocumentBuilder().parse(new ByteArrayInputStream(bytes));
        } catch (ParserConfigurationException | SAXException | IOException unreadable) {
            throw new IllegalStateException(unreadable);
        }
    }

    static Geometry path(String data) {
        try {
            var shape = AWTPathProducer.createShape(new StringReader(data), PathIterator.WIND_NON_ZERO);
            return new ShapeReader(new GeometryFactory()).read(shape.getPathIterator(null));
        } catch (IOException unreadable) {
            throw new IllegalStateException(unreadable);
        }
    }

    /** Diameter of the smallest circle round a drawing, in its own unit: of a gear, its tip circle. */
    static double outerDiameter(Geometry geometry) {
        return 2 * new MinimumBoundingCircle(geometry).getRadius();
    }

    /** Every stroked path of a PDF page, as poppler draws it, in mm; the longest description first. */
    static List<Geometry> pdfPathsMm(byte[] pdf) {
        try {
            Path file = Files.createTempFile("sheet", ".pdf");
            Path svg = Files.createTempFile("sheet", ".svg");
            Files.write(file, pdf);
            RunningGewerk.run(List.of("pdftocairo", "-svg", file.toString(), svg.toString()));
            NodeList paths = xml(Files.readAllBytes(svg)).getElementsByTagName("path");
            List<String> data = new ArrayList<>();
            for (int i = 0; i < paths.getLength(); i++) {
                Element path = (Element) paths.item(i);
                String drawn = path.getAttribute("stroke") + path.getAttribute("style");
                if (!drawn.isEmpty() && !drawn.contains("stroke:none") && !drawn.startsWith("none")) {
                    data.add(path.getAttribute("d"));
                }
            }
            return data.stream()
                    .sorted(Comparator.comparingInt(String::length).reversed())
                    .map(Drawings::pointsToMm)
                    .toList();
        } catch (IOException unreadable) {
            throw new IllegalStateException(unreadable);
        }
    }

    private static Geometry pointsToMm(String data) {
        double[] flat = NUMBER.matcher(data)
                .results()
                .mapToDouble(m -> Double.parseDouble(m.group()) / POINTS_PER_MM)
                .toArray();
        Coordinate[] points = new Coordinate[flat.length / 2];
        for (int i = 0; i < points.length; i++) {
            points[i] = new Coordinate(flat[2 * i], flat[2 * i + 1]);
        }
        return new GeometryFactory().createLineString(points);
    }

    /** A photograph's worth of noise; another for each seed. */
    static byte[] jpeg(int seed) {
        BufferedImage picture = new BufferedImage(640, 480, BufferedImage.TYPE_INT_RGB);
        Random noise = new Random(seed);
        for (int y = 0; y < 480; y++) {
            for (int x = 0; x < 640; x++) {
                picture.setRGB(x, y, noise.nextInt(0x1000000));
            }
        }
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        try {
            ImageIO.write(picture, "jpeg", file);
        } catch (IOException fromMemory) {
            throw new UncheckedIOException(fromMemory);
        }
        return file.toByteArray();
    }
}
