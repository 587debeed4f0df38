package app.entrada.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.RadialGradientPaint;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Arc2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;

/** Eight ways to draw a cover: lengths are shares of its side, from the upper left corner. */
final class CoverHand {
    private final Graphics2D pen;
    private final double side;
    private final Color ground;
    private final Color first;
    private final Color second;
    private final Color paper;
    private final SplittableRandom chance;

    /** @param colours ground, two others, and one that can be read on the ground */
    CoverHand(Graphics2D pen, int side, long seed, Color[] colours) {
        this.pen = pen;
        this.side = side;
        ground = colours[0];
        first = colours[1];
        second = colours[2];
        paper = colours[3];
        chance = new SplittableRandom(seed);
    }

    void draw(Cover cover) {
        switch (cover.hand()) {
            case STRIPES -> stripes(cover);
            case TIDE -> tide(cover);
            case LANTERNS -> lanterns(cover);
            case BLOCKS -> blocks(cover);
            case LINOCUT -> linocut(cover);
            case CONTOURS -> contours(cover);
            case ARCS -> arcs(cover);
            case BRUSH -> brush(cover);
        }
        if (!cover.small().isEmpty()) {
            pen.setColor(cover.hand() == CoverDrawing.Style.LINOCUT ? ground : paper);
            set(List.of(cover.small()), Lettering.Face.MEDIUM, 0.07, 0.95, 0.86, 0.034, 0.01, 0);
        }
    }

    /** Slanted bands under heavy letters. */
    private void stripes(Cover cover) {
        fill(ground, 0, 0, 1, 1);
        Color[] bands = {first, second, mixed(first, ground, 0.45)};
        for (int i = 0; i < 3; i++) {
            double top = 0.58 + i * 0.115;
            pen.setColor(bands[i]);
            pen.fill(shape(0, top + 0.10, 1, top - 0.14, 1, top - 0.045, 0, top + 0.195));
        }
        pen.setColor(paper);
        double end = set(cover.title(), Lettering.Face.SANS_BOLD, 0.07, 0.07, 0.86, 0.14, -0.01, 0);
        set(cover.by(), Lettering.Face.MEDIUM, 0.075, end + 0.04, 0.8, 0.044, 0.06, 0);
    }

    /** Waves, one behind the other, each paler. */
    private void tide(Cover cover) {
        pen.setPaint(new GradientPaint(0, 0, ground, 0, (float) side, mixed(ground, first, 0.5)));
        pen.fill(new Rectangle2D.Double(0, 0, side, side));
        pen.setColor(second);
        double sun = 0.1 + chance.nextDouble() * 0.05;
        circle(0.78, 0.5, sun);
        for (int wave = 0; wave < 6; wave++) {
            pen.setColor(
                    wave % 2 == 0
                            ? mixed(ground, first, 0.15 + wave * 0.15)
                            : mixed(ground, second, 0.1 + wave * 0.08));
            Path2D water = new Path2D.Double();
            double level = 0.52 + wave * 0.08;
            double phase = chance.nextDouble() * 6;
            double length = 1.4 + chance.nextDouble() * 1.6;
            water.moveTo(0, side);
            for (int x = 0; x <= 100; x++)
                water.lineTo(
                        side * x / 100,
                        side
                                * (level
                                        + 0.02 * Math.sin(phase + x / 100.0 * Math.PI * 2 * length)
                                        + 0.008 * Math.sin(phase * 3 + x / 100.0 * 26)));
            water.lineTo(side, side);
            water.closePath();
            pen.fill(water);
        }
        pen.setColor(paper);
        double end = set(cover.title(), Lettering.Face.SERIF, 0.08, 0.08, 0.84, 0.125, 0.0, 0);
        set(cover.by(), Lettering.Face.SERIF_ITALIC, 0.085, end + 0.02, 0.7, 0.058, 0.02, 0);
    }

    /** Lamps on a line over dark water. */
    private void lanterns(Cover cover) {
        Color night = mixed(ground, Color.BLACK, 0.45);
        pen.setPaint(new GradientPaint(0, 0, night, 0, (float) side, ground));
        pen.fill(new Rectangle2D.Double(0, 0, side, side));
        int lamps = 7;
        for (int i = 0; i < lamps; i++) {
            double x = 0.1 + 0.8 * i / (lamps - 1);
            double y = 0.6 + 0.1 * Math.sin(Math.PI * i / (lamps - 1)) + chance.nextDouble() * 0.03;
            double radius = 0.035 + chance.nextDouble() * 0.025;
            Color light = i % 3 == 1 ? first : second;
            glow(x, y, radius * 3.2, light);
            pen.setColor(mixed(light, Color.WHITE, 0.25));
            circle(x, y, radius);
            pen.setColor(new Color(light.getRed(), light.getGreen(), light.getBlue(), 70));
            for (int line = 0; line < 6; line++) {
                double width = radius * (1.9 - line * 0.22) * (0.7 + chance.nextDouble() * 0.5);
                pen.fill(new Rectangle2D.Double(
                        side * (x - width), side * (0.83 + line * 0.024), side * 2 * width, side * 0.008));
            }
        }
        pen.setColor(paper);
        double end = set(cover.title(), Lettering.Face.SERIF_ITALIC, 0.5, 0.09, 0.84, 0.125, 0.01, 0.5);
        set(cover.by(), Lettering.Face.MEDIUM, 0.5, end + 0.03, 0.8, 0.036, 0.22, 0.5);
    }

    /** Squares and quarters of circles in a grid. */
    private void blocks(Cover cover) {
        fill(paper, 0, 0, 1, 1);
        Color[] inks = {ground, first, second, mixed(first, paper, 0.55)};
        double cell = 0.86 / 6;
        for (int row = 0; row < 3; row++)
            for (int column = 0; column < 6; column++) {
                double x = 0.07 + column * cell;
                double y = 0.5 + row * cell;
                Color ink = inks[chance.nextInt(inks.length)];
                pen.setColor(ink);
                int turn = chance.nextInt(5);
                if (turn == 4) fill(ink, x, y, cell, cell);
                else {
                    double cx = turn % 2 == 0 ? x : x + cell;
                    double cy = turn < 2 ? y : y + cell;
                    double from = new double[] {270, 180, 0, 90}[turn];
                    pen.fill(new Arc2D.Double(
                            side * (cx - cell),
                            side * (cy - cell),
                            side * 2 * cell,
                            side * 2 * cell,
                            from,
                            90,
                            Arc2D.PIE));
                }
            }
        pen.setColor(ground);
        double end = set(cover.title(), Lettering.Face.MONO, 0.07, 0.075, 0.86, 0.105, -0.03, 0);
        set(cover.by(), Lettering.Face.MONO, 0.07, end + 0.02, 0.86, 0.04, 0.02, 0);
    }

    /** Reeds cut into a block and printed in one ink. */
    private void linocut(Cover cover) {
        fill(mixed(paper, second, 0.12), 0, 0, 1, 1);
        pen.setColor(ground);
        fill(ground, 0.06, 0.06, 0.88, 0.46);
        Color cut = mixed(paper, second, 0.12);
        pen.setColor(first);
        circle(0.72, 0.22, 0.085);
        pen.setColor(cut);
        for (int reed = 0; reed < 26; reed++) {
            double x = 0.09 + 0.82 * reed / 25.0 + (chance.nextDouble() - 0.5) * 0.02;
            double top = 0.14 + chance.nextDouble() * 0.26;
            double lean = (chance.nextDouble() - 0.5) * 0.06;
            double thick = 0.0025 + chance.nextDouble() * 0.004;
            pen.fill(shape(x - thick, 0.52, x + lean - thick / 2, top, x + lean + thick / 2, top, x + thick, 0.52));
            if (reed % 3 == 0)
                pen.fill(new Ellipse2D.Double(
                        side * (x + lean - 0.009), side * (top - 0.035), side * 0.018, side * 0.085));
        }
        pen.setColor(ground);
        double end = set(cover.title(), Lettering.Face.SANS_BOLD, 0.06, 0.59, 0.86, 0.125, 0.03, 0);
        set(cover.by(), Lettering.Face.MEDIUM, 0.063, end + 0.03, 0.8, 0.044, 0.06, 0);
    }

    /** A hill as a map shows it. */
    private void contours(Cover cover) {
        fill(mixed(ground, first, 0.12), 0, 0, 1, 1);
        double[] phases = {chance.nextDouble() * 6, chance.nextDouble() * 6, chance.nextDouble() * 6};
        for (int level = 0; level < 17; level++) {
            boolean main = level % 4 == 0;
            pen.setColor(main ? second : mixed(first, ground, 0.25));
            pen.setStroke(new BasicStroke((float) (side * (main ? 0.0045 : 0.0022))));
            Path2D line = new Path2D.Double();
            for (int step = 0; step <= 240; step++) {
                double angle = step / 240.0 * 2 * Math.PI;
                double radius = (0.035 + level * 0.033)
                        * (1
                                + 0.16 * Math.sin(2 * angle + phases[0])
                                + 0.09 * Math.sin(3 * angle + phases[1] + level * 0.08)
                                + 0.04 * Math.sin(7 * angle + phases[2] - level * 0.1));
                double x = side * (0.55 + radius * 1.25 * Math.cos(angle));
                double y = side * (0.72 + radius * 0.78 * Math.sin(angle));
                if (step == 0) line.moveTo(x, y);
                else line.lineTo(x, y);
            }
            line.closePath();
            pen.draw(line);
        }
        double high = 0.1 + 0.125 * cover.title().size() + (cover.by().isEmpty() ? 0 : 0.09);
        fill(mixed(ground, first, 0.12), 0, 0, 1, high);
        pen.setColor(second);
        fill(second, 0.07, high, 0.86, 0.004);
        pen.setColor(paper);
        double end = set(cover.title(), Lettering.Face.MEDIUM, 0.07, 0.075, 0.86, 0.1, 0.06, 0);
        set(cover.by(), Lettering.Face.MEDIUM, 0.073, end + 0.025, 0.8, 0.038, 0.1, 0);
    }

    /** A low sun, ring in ring. */
    private void arcs(Cover cover) {
        fill(paper, 0, 0, 1, 1);
        for (int ring = 0; ring < 7; ring++) {
            double radius = 0.56 - ring * 0.075;
            pen.setColor(
                    switch (ring % 3) {
                        case 0 -> second;
                        case 1 -> first;
                        default -> mixed(ground, paper, 0.2);
                    });
            pen.fill(new Arc2D.Double(
                    side * (0.5 - radius),
                    side * (0.93 - radius),
                    side * 2 * radius,
                    side * 2 * radius,
                    0,
                    180,
                    Arc2D.PIE));
        }
        fill(ground, 0, 0.93, 1, 0.07);
        pen.setColor(ground);
        double end = set(cover.title(), Lettering.Face.SERIF_BOLD, 0.5, 0.055, 0.86, 0.12, 0.015, 0.5);
        set(cover.by(), Lettering.Face.SERIF, 0.5, end + 0.008, 0.86, 0.042, 0.2, 0.5);
    }

    /** A heron and letters, both with one loose brush. */
    private void brush(Cover cover) {
        fill(mixed(paper, first, 0.08), 0, 0, 1, 1);
        pen.setColor(mixed(first, paper, 0.35));
        for (int wash = 0; wash < 9; wash++) {
            double y = 0.6 + wash * 0.045;
            pen.setStroke(new BasicStroke(
                    (float) (side * (0.012 + chance.nextDouble() * 0.02)),
                    BasicStroke.CAP_ROUND,
                    BasicStroke.JOIN_ROUND));
            stroke(0.05 + chance.nextDouble() * 0.2, y, 0.75 + chance.nextDouble() * 0.2, y + 0.02);
        }
        pen.setColor(ground);
        pen.setStroke(new BasicStroke((float) (side * 0.016), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        Path2D heron = new Path2D.Double();
        heron.moveTo(side * 0.42, side * 0.95);
        heron.curveTo(side * 0.43, side * 0.8, side * 0.41, side * 0.75, side * 0.46, side * 0.7);
        heron.curveTo(side * 0.62, side * 0.66, side * 0.66, side * 0.6, side * 0.52, side * 0.57);
        heron.curveTo(side * 0.46, side * 0.55, side * 0.56, side * 0.5, side * 0.5, side * 0.47);
        heron.lineTo(side * 0.38, side * 0.5);
        pen.draw(heron);
        double y = 0.16;
        for (String line : cover.title()) {
            scrawl(line, y, 0.15);
            y += 0.15;
        }
        for (String line : cover.by()) {
            scrawl(line, y - 0.03, 0.075);
            y += 0.08;
        }
    }

    /** Letters that lean on each other, none as high or as upright as the next. */
    private void scrawl(String text, double y, double size) {
        Lettering face = Lettering.of(Lettering.Face.SERIF_ITALIC);
        double x = 0.08;
        for (int letter : text.toLowerCase(Locale.ROOT).codePoints().toArray()) {
            double wide = face.advance(letter, size);
            AffineTransform loose = new AffineTransform();
            loose.translate(side * x, side * (y + (chance.nextDouble() - 0.5) * size * 0.35));
            loose.rotate((chance.nextDouble() - 0.5) * 0.9);
            loose.shear(-0.35, 0);
            loose.scale(0.85 + chance.nextDouble() * 0.4, 0.8 + chance.nextDouble() * 0.6);
            Shape drawn = loose.createTransformedShape(face.letter(letter, size * side, 0));
            pen.setStroke(new BasicStroke(
                    (float) (side * size * (0.015 + chance.nextDouble() * 0.03)),
                    BasicStroke.CAP_ROUND,
                    BasicStroke.JOIN_ROUND));
            pen.draw(drawn);
            pen.fill(drawn);
            x += wide * 0.88 + (letter == ' ' ? size * 0.12 : 0);
        }
    }

    /**
     * Sets lines of text, all in one size: the given one, or what the longest has room for.
     *
     * @param x where they begin, or their middle
     * @param top upper edge of the first
     * @param room widest that a line may be
     * @param size height of an em
     * @param spacing between letters, in ems
     * @param middle 0 for lines that begin at {@code x}, 0.5 for lines around it
     * @return lower edge of the last
     */
    private double set(
            List<String> lines,
            Lettering.Face face,
            double x,
            double top,
            double room,
            double size,
            double spacing,
            double middle) {
        Lettering letters = Lettering.of(face);
        double fits = size;
        for (String line : lines) {
            double wide = letters.width(line, size, spacing);
            if (wide > room) fits = Math.min(fits, size * room / wide);
        }
        double y = top;
        for (String line : lines) {
            double from = x - middle * letters.width(line, fits, spacing);
            // capitals are about seven tenths of an em high
            Shape drawn = letters.line(line, fits * side, spacing);
            pen.fill(AffineTransform.getTranslateInstance(side * from, side * (y + fits * 0.74))
                    .createTransformedShape(drawn));
            y += fits * 1.06;
        }
        return y;
    }

    private void fill(Color colour, double x, double y, double wide, double high) {
        pen.setColor(colour);
        pen.fill(new Rectangle2D.Double(side * x, side * y, side * wide, side * high));
    }

    private void circle(double x, double y, double radius) {
        pen.fill(new Ellipse2D.Double(side * (x - radius), side * (y - radius), side * 2 * radius, side * 2 * radius));
    }

    private void glow(double x, double y, double radius, Color light) {
        Color none = new Color(light.getRed(), light.getGreen(), light.getBlue(), 0);
        Color some = new Color(light.getRed(), light.getGreen(), light.getBlue(), 120);
        pen.setPaint(new RadialGradientPaint(
                (float) (side * x), (float) (side * y), (float) (side * radius), new float[] {0, 1}, new Color[] {
                    some, none
                }));
        circle(x, y, radius);
    }

    private void stroke(double x, double y, double toX, double toY) {
        Path2D line = new Path2D.Double();
        line.moveTo(side * x, side * y);
        line.curveTo(
                side * (x + (toX - x) / 3),
                side * (y - 0.02),
                side * (x + (toX - x) * 2 / 3),
                side * (toY + 0.02),
                side * toX,
                side * toY);
        pen.draw(line);
    }

    /** @param points x and y in turn */
    private Shape shape(double... points) {
        Path2D outline = new Path2D.Double();
        outline.moveTo(side * points[0], side * points[1]);
        for (int i = 2; i < points.length; i += 2) outline.lineTo(side * points[i], side * points[i + 1]);
        outline.closePath();
        return outline;
    }

    private static Color mixed(Color one, Color other, double share) {
        return new Color(
                (int) Math.round(one.getRed() + (other.getRed() - one.getRed()) * share),
                (int) Math.round(one.getGreen() + (other.getGreen() - one.getGreen()) * share),
                (int) Math.round(one.getBlue() + (other.getBlue() - one.getBlue()) * share));
    }
}
