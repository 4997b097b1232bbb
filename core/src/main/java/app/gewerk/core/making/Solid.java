package app.gewerk.core.making;

import app.gewerk.core.gear.Point;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Optional;

/**
 * A body built up along the z axis in layers, from the bottom (z = 0) upwards.
 *
 * @param layers at least one
 */
public record Solid(List<Layer> layers) {

    public Solid {
        layers = List.copyOf(layers);
    }

    /**
     * One of them: a section drawn along the axis.
     *
     * @param bottom the section at its lower end
     * @param heightMm along the axis
     * @param twistDeg by which the teeth have turned counter-clockwise at the upper end, seen from above
     * @param scale of the teeth at the upper end, as a bevel gear's become smaller; 1 otherwise
     */
    public record Layer(Section bottom, double heightMm, double twistDeg, double scale) {
        public Layer {
            if (!(heightMm > 0 && heightMm <= 1000)) {
                throw Refused.at("faceWidthMm", "gear.faceWidth", "given", heightMm);
            }
        }

        static Layer straight(Section bottom, double heightMm) {
            return new Layer(bottom, heightMm, 0, 1);
        }

        boolean straight() {
            return twistDeg == 0 && scale == 1;
        }

        /** A line of the bottom as it is at a share of the height. */
        List<Point> at(Section.Line line, double share) {
            if (!line.teeth() || straight() || share == 0) {
                return line.points();
            }
            double angle = Math.toRadians(twistDeg * share);
            double size = 1 + (scale - 1) * share;
            double c = size * Math.cos(angle);
            double s = size * Math.sin(angle);
            return line.points().stream()
                    .map(p -> new Point(c * p.x() - s * p.y(), s * p.x() + c * p.y()))
                    .toList();
        }

        Section top() {
            return new Section(
                    moved(bottom.outer()),
                    bottom.holes().stream().map(this::moved).toList());
        }

        /** By Simpson's rule over the height: exact of straight layers. */
        Point firstMomentMm4() {
            double x = 0;
            double y = 0;
            double[] weights = {1 / 6.0, 4 / 6.0, 1 / 6.0};
            for (int i = 0; i < weights.length; i++) {
                for (Section.Line line : bottom.lines()) {
                    Point moment = new Section.Line(at(line, i / 2.0), line.teeth()).firstMomentMm3();
                    x += weights[i] * heightMm * moment.x();
                    y += weights[i] * heightMm * moment.y();
                }
            }
            return new Point(x, y);
        }

        Layer times(double k) {
            return new Layer(bottom.times(k), k * heightMm, twistDeg, scale);
        }

        private Section.Line moved(Section.Line line) {
            return new Section.Line(at(line, 1), line.teeth());
        }

        /** Exactly, of the polygons it is made of: those that shrink along a cone have a third of (1 + k + k²) (mm³). */
        double volumeMm3() {
            double cone = (1 + scale + scale * scale) / 3;
            return bottom.lines().stream()
                            .mapToDouble(line -> line.areaMm2() * (line.teeth() ? cone : 1))
                            .sum()
                    * heightMm;
        }
    }

    public double heightMm() {
        return layers.stream().mapToDouble(Layer::heightMm).sum();
    }

    /** Across the tips of its largest teeth, as they are drawn; of a ring between them; nothing of a rack. */
    public Optional<Double> tipDiameterMm() {
        List<Section> toothed = layers.stream()
                .map(Layer::bottom)
                .filter(section -> section.lines().stream().anyMatch(Section.Line::teeth))
                .toList();
        Optional<Double> outside = toothed.stream()
                .filter(section -> section.outer().teeth())
                .map(section -> 2 * section.outer().farthestMm())
                .max(Double::compare);
        return outside.or(() -> toothed.stream()
                .flatMap(section -> section.holes().stream())
                .filter(Section.Line::teeth)
                .map(hole -> 2 * hole.nearestMm())
                .min(Double::compare));
    }

    /** Volume times its place across the axis: how far out of balance a body of one stuff is, times its density (mm⁴). */
    public Point firstMomentMm4() {
        double x = 0;
        double y = 0;
        for (Layer layer : layers) {
            Point moment = layer.firstMomentMm4();
            x += moment.x();
            y += moment.y();
        }
        return new Point(x, y);
    }

    /** The same with every length so many times as large. */
    public Solid times(double k) {
        return k == 1
                ? this
                : new Solid(layers.stream().map(layer -> layer.times(k)).toList());
    }

    /** Twice its farthest point from the axis (mm). */
    public double acrossMm() {
        return 2
                * layers.stream()
                        .mapToDouble(layer -> layer.bottom().outer().farthestMm())
                        .max()
                        .orElse(0);
    }

    public double volumeMm3() {
        return layers.stream().mapToDouble(Layer::volumeMm3).sum();
    }
}
