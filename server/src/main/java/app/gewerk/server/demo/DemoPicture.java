package app.gewerk.server.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Random;
import javax.imageio.ImageIO;

/** A made-up picture of a made-up machine on a bench, for the demo: every name gives another one. */
final class DemoPicture {
    private static final int WIDTH = 1600;
    private static final int HEIGHT = 1200;

    private DemoPicture() {}

    static byte[] of(String name) {
        Random random = new Random(name.hashCode());
        BufferedImage picture = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = picture.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setColor(new Color(0xA7_8E_6B));
        pen.fillRect(0, 0, WIDTH, HEIGHT);
        pen.setStroke(new BasicStroke(3));
        pen.setColor(new Color(0x97_7F_5E));
        for (int y = 0; y < HEIGHT; y += 70 + random.nextInt(60)) {
            pen.drawLine(0, y, WIDTH, y + random.nextInt(30) - 15);
        }
        pen.setColor(new Color(0xD9_D2_C3));
        pen.fill(new Rectangle2D.Double(300, 280, 1000, 620));
        pen.setColor(new Color(0x8C_86_79));
        pen.fill(new Rectangle2D.Double(300, 830, 1000, 70));
        pen.setColor(new Color(0x3C_40_3E));
        pen.fill(new Ellipse2D.Double(430, 420, 300, 300));
        pen.setColor(new Color(0x6F_8F_86));
        pen.fill(new Ellipse2D.Double(490, 480, 180, 180));
        pen.setColor(new Color(0x52_4E_45));
        for (int i = 0; i < 5; i++) {
            pen.fill(new Rectangle2D.Double(840, 430 + i * 62, 330, 26));
        }
        pen.setColor(new Color(0x70_6A_5E));
        pen.setStroke(new BasicStroke(5));
        for (int i = 0; i < 4; i++) {
            int x = 340 + random.nextInt(880);
            int y = 300 + random.nextInt(80);
            pen.drawLine(x, y, x + 60 + random.nextInt(120), y + random.nextInt(50));
        }
        Path2D cord = new Path2D.Double();
        cord.moveTo(1300, 700);
        cord.curveTo(1500, 760, 1380, 1020, 1560, 1080 + random.nextInt(60));
        pen.setColor(new Color(0x22_30_2E));
        pen.setStroke(new BasicStroke(22));
        pen.draw(cord);
        pen.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(picture, "png", out);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        return out.toByteArray();
    }
}
