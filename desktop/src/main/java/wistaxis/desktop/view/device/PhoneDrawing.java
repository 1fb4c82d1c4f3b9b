package wistaxis.desktop.view.device;

import static wistaxis.core.words.Say.t;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.VPos;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.TextAlignment;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.Screen;
import wistaxis.core.device.Body.Edge;
import wistaxis.core.device.Body;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.words.Text;
import wistaxis.desktop.look.Drawn;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Ui;

/** A plain outline of this body with its buttons where they are, what its screen shows, and its cable; buttons and cable can be pressed. */
public final class PhoneDrawing extends Pane implements Drawn {
    /** The computer keys that stand for the buttons of the body; P is the cable. */
    public static final Map<DeviceButton, String> CAPS = new EnumMap<>(Map.of(DeviceButton.VOLUME_UP, "U", DeviceButton.VOLUME_DOWN, "D",
            DeviceButton.SIDE, "S", DeviceButton.TOP, "S",
            DeviceButton.HOME, "H"));

    /** On a narrower screen no words are drawn, pixels. */
    private static final double ROOM_FOR_WORDS = 140;

    private static final double LEFT = 74;
    private static final double TOP = 8;

    private final Canvas canvas = new Canvas();
    private List<Object> drawn = List.of();
    private boolean inert;
    private final DeviceModel model;
    private final Body body;
    private final boolean home;
    private final double width;
    private final double height;
    private final Map<DeviceButton, Region> buttons = new EnumMap<>(DeviceButton.class);

    /** What can be done to the body. */
    public record Presses(Consumer<DeviceButton> press, Consumer<DeviceButton> release, Runnable cable) {}

    public PhoneDrawing(DeviceModel model, double height, Presses hands) {
        this.model = model;
        this.body = model.body();
        this.home = !model.look("home").equals("none");
        this.height = body.shape() == Body.Shape.PAD ? height * 0.86 : height;
        this.width = this.height * (body.shape() == Body.Shape.PAD ? 0.71 : 0.49);
        canvas.setWidth(width + 2 * LEFT);
        canvas.setHeight(this.height + TOP + 62);
        setMinSize(canvas.getWidth(), canvas.getHeight());
        setMaxSize(canvas.getWidth(), canvas.getHeight());
        getChildren().add(canvas);
        body.buttons().forEach(place -> button(place, hands));
        Region cable = area("cable", LEFT + width / 2 - 30, TOP + this.height + 2, 150, 58);
        cable.setOnMousePressed(_ -> hands.cable().run());
        getChildren().add(cable);
    }

    public boolean isOf(DeviceModel other) {
        return model.equals(other);
    }

    /** A small picture of what may be seen. @param times how many times 22 by 40 */
    public static Canvas small(Reading.Sight sight, double times) {
        Canvas picture = new Canvas(22 * times, 40 * times);
        GraphicsContext g = picture.getGraphicsContext2D();
        g.scale(times, times);
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        g.setFill(Color.BLACK);
        g.fillRoundRect(0, 0, 22, 40, 6, 6);
        g.setFill(Color.WHITE);
        g.setStroke(Color.WHITE);
        g.setLineWidth(1.5);
        switch (sight) {
            case BLACK -> { }
            case BOOT_LOGO -> g.strokeOval(7, 16, 8, 8);
            case LOCK_SCREEN -> {
                g.strokeArc(8, 13, 6, 9, 0, 180, javafx.scene.shape.ArcType.OPEN);
                g.fillRoundRect(6, 18, 10, 8, 2, 2);
            }
            case CABLE_SCREEN -> {
                g.strokeRoundRect(4, 10, 14, 8, 2, 2);
                g.strokeLine(11, 22, 11, 27);
                g.fillRect(9, 27, 4, 3);
                g.strokeLine(11, 30, 11, 36);
            }
            case NO_REACTION -> words(g, "?", 11, 20, 18);
        }
        return picture;
    }

    /** Takes the caps off: here the buttons do nothing. */
    public PhoneDrawing inert() {
        inert = true;
        getChildren().removeIf(n -> n instanceof Label || buttons.containsValue(n));
        return this;
    }

    private void button(Body.ButtonPlace place, Presses hands) {
        double[] at = box(place, 7);
        boolean side = place.edge() == Edge.LEFT || place.edge() == Edge.RIGHT;
        double reach = LEFT - 7;
        Region area = side ? area("key-" + place.button(), place.edge() == Edge.RIGHT ? at[0] - 4 : at[0] - reach, at[1] - 3, at[2] + reach
                + 4, at[3] + 6)
                : area("key-" + place.button(), at[0] - 4, at[1] - 8, at[2] + 8, at[3] + 16);
        area.setOnMousePressed(_ -> hands.press().accept(place.button()));
        area.setOnMouseReleased(_ -> hands.release().accept(place.button()));
        Label cap = Ui.label(CAPS.getOrDefault(place.button(), ""), "key-cap");
        cap.setMouseTransparent(true);
        switch (place.edge()) {
            case RIGHT -> cap.relocate(LEFT + width + 28, at[1] + at[3] / 2 - 13);
            case LEFT -> cap.relocate(16, at[1] + at[3] / 2 - 13);
            case TOP -> cap.relocate(at[0] + at[2] / 2 - 12, TOP + 12);
            default -> cap.relocate(at[0] + at[2] / 2 - 12, at[1] + at[3] / 2 - 13);
        }
        buttons.put(place.button(), area);
        getChildren().addAll(area, cap);
    }

    /** Where a button is drawn: x, y, width, height. @param out how far it stands out of its edge */
    private double[] box(Body.ButtonPlace k, double out) {
        return switch (k.edge()) {
            case LEFT -> new double[] {LEFT - out, TOP + height * k.from(), out, height * (k.to() - k.from())};
            case RIGHT -> new double[] {LEFT + width, TOP + height * k.from(), out, height * (k.to() - k.from())};
            case TOP -> new double[] {LEFT + width * k.from(), TOP - out, width * (k.to() - k.from()), out};
            default -> new double[] {LEFT + width / 2 - height * 0.05, TOP + height * 0.88, height * 0.1, height * 0.1};
        };
    }

    /** A part of the drawing that can be pressed. */
    private static Region area(String id, double x, double y, double w, double h) {
        Region area = new Region();
        area.setId(id);
        area.setCursor(Cursor.HAND);
        area.setMinSize(w, h);
        area.setPrefSize(w, h);
        area.relocate(x, y);
        return area;
    }

    @Override
    public Table table() {
        return new Table(t("desktop.table.device"), List.of(t("desktop.table.button"), t("desktop.table.key")), body.buttons().stream()
                .map(k -> List.of(k.name().toString(), CAPS.getOrDefault(k.button(), ""))).toList());
    }

    /** Draws it, unless it stands there already. @param progress of a bar on the screen, 0 to 1 */
    public void draw(Screen screen, Set<DeviceButton> down, boolean plugged, double progress) {
        List<Object> wanted = List.of(screen, Set.copyOf(down), plugged, progress, Look.of(this));
        if (wanted.equals(drawn)) {
            return;
        }
        drawn = wanted;
        setAccessibleText(t(plugged ? "desktop.device.shows-plugged" : "desktop.device.shows", "screen", screen.words()));
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        body.buttons().stream().filter(k -> k.edge() != Edge.FRONT).forEach(k -> drawButton(g, k, down.contains(k.button())));
        double round = home ? 34 : 46;
        g.setFill(Look.color(g, "surface"));
        g.fillRoundRect(LEFT, TOP, width, height, round, round);
        g.setStroke(Look.color(g, "ink"));
        g.setLineWidth(3);
        g.strokeRoundRect(LEFT, TOP, width, height, round, round);
        double sy = TOP + (home ? height * 0.12 : 9);
        double sh = home ? height * 0.74 : height - 18;
        screen(g, screen, LEFT + 9, sy, width - 18, sh, home ? 4 : 34, progress);
        front(g, down.contains(DeviceButton.HOME));
        cable(g, plugged);
    }

    private void drawButton(GraphicsContext g, Body.ButtonPlace k, boolean down) {
        double[] at = box(k, down ? 3 : 7);
        g.setFill(Look.color(g, down ? "hands" : "ink"));
        g.fillRect(at[0], at[1], at[2], at[3]);
        if (down) {
            double x = at[0] + at[2] / 2;
            double y = at[1] + at[3] / 2;
            switch (k.edge()) {
                case LEFT -> g.fillPolygon(new double[] {LEFT - 6, LEFT - 15, LEFT - 15}, new double[] {y, y - 7, y + 7}, 3);
                case RIGHT -> g.fillPolygon(new double[] {LEFT + width + 6, LEFT + width + 15, LEFT + width + 15},
                        new double[] {y, y - 7, y + 7}, 3);
                default -> g.fillPolygon(new double[] {x, x - 7, x + 7}, new double[] {TOP - 1, TOP - 8, TOP - 8}, 3);
            }
        }
    }

    private void front(GraphicsContext g, boolean homeDown) {
        double mid = LEFT + width / 2;
        g.setFill(Look.color(g, "ink"));
        switch (model.look("cutout")) {
            case "notch" -> g.fillRoundRect(mid - width * 0.2, TOP + 2, width * 0.4, 20, 14, 14);
            case "island" -> g.fillRoundRect(mid - width * 0.13, TOP + 18, width * 0.26, 16, 16, 16);
            default -> {
                if (home && body.shape() == Body.Shape.PHONE) {
                    g.fillRoundRect(mid - width * 0.1, TOP + height * 0.06, width * 0.2, 5, 5, 5);
                }
            }
        }
        if (home) {
            double[] at = box(new Body.ButtonPlace(DeviceButton.HOME, Text.NONE, Edge.FRONT, 0, 0), 0);
            g.setLineWidth(2);
            if (homeDown) {
                g.setFill(Look.color(g, "hands"));
                g.fillOval(at[0], at[1], at[2], at[3]);
            }
            g.strokeOval(at[0], at[1], at[2], at[3]);
        }
    }

    private void cable(GraphicsContext g, boolean plugged) {
        double mid = LEFT + width / 2;
        double bottom = TOP + height;
        double y = plugged ? bottom + 1 : bottom + 20;
        g.setFill(Look.color(g, plugged ? "ink" : "muted"));
        g.fillRect(mid - 9, y, 18, 9);
        g.fillRoundRect(mid - 14, y + 8, 28, 20, 6, 6);
        g.fillRect(mid - 3, y + 26, 6, 40);
        g.setTextAlign(TextAlignment.LEFT);
        g.setFont(Font.font("Lato", FontWeight.BOLD, 14));
        g.fillText(inert ? t(plugged ? "desktop.coach.plugged" : "desktop.coach.unplugged") : t(plugged ? "desktop.device.plugged"
                : "desktop.device.unplugged"), mid + 22, bottom + 28);
        g.setTextAlign(TextAlignment.CENTER);
    }

    private static void screen(GraphicsContext g, Screen screen, double x, double y, double w, double h, double round, double progress) {
        double mid = x + w / 2;
        double centre = y + h / 2;
        g.setFill(Color.BLACK);
        g.fillRoundRect(x, y, w, h, round, round);
        g.setFill(Color.WHITE);
        g.setStroke(Color.WHITE);
        g.setLineWidth(2.5);
        switch (screen) {
            case BLACK -> { }
            case LOCK_SCREEN -> {
                written(g, w, "09:41", mid, y + h * 0.22, 30);
                padlock(g, mid, y + h * 0.4);
                written(g, w, t("desktop.device.passcode"), mid, y + h * 0.54, 14);
            }
            case DISABLED_SCREEN -> {
                written(g, w, t("desktop.device.unavailable"), mid, y + h * 0.3, 20);
                written(g, w, t("desktop.device.too-many"), mid, y + h * 0.38, 12);
                padlock(g, mid, centre);
            }
            case SLIDER -> {
                g.strokeRoundRect(x + 16, y + h * 0.16, w - 32, 36, 36, 36);
                g.fillOval(x + 20, y + h * 0.16 + 4, 28, 28);
                written(g, w, t("desktop.device.slide"), mid + 14, y + h * 0.16 + 18, 12);
            }
            case EMERGENCY_COUNTDOWN -> {
                written(g, w, t("desktop.device.emergency"), mid, y + h * 0.4, 18);
                written(g, w, t("desktop.device.let-go"), mid, y + h * 0.5, 14);
            }
            case BOOT_LOGO -> mark(g, mid, centre, h * 0.055);
            case CABLE_SCREEN -> {
                g.strokeRoundRect(mid - w * 0.3, centre - h * 0.2, w * 0.6, h * 0.16, 6, 6);
                g.strokeLine(mid - w * 0.12, centre - h * 0.02, mid + w * 0.12, centre - h * 0.02);
                g.strokeLine(mid, centre + h * 0.03, mid, centre + h * 0.12);
                g.fillRect(mid - 8, centre + h * 0.12, 16, 12);
                g.strokeLine(mid, centre + h * 0.12 + 12, mid, centre + h * 0.27);
            }
            case PROGRESS_BAR -> {
                mark(g, mid, centre - h * 0.06, h * 0.045);
                g.setLineWidth(1.5);
                g.strokeRoundRect(mid - w * 0.32, centre + h * 0.07, w * 0.64, 8, 8, 8);
                g.fillRoundRect(mid - w * 0.32, centre + h * 0.07, w * 0.64 * Math.clamp(progress, 0, 1), 8, 8, 8);
            }
            case GREETING -> {
                written(g, w, t("desktop.device.hello"), mid, centre - h * 0.06, 40);
                written(g, w, t("desktop.device.set-up"), mid, centre + h * 0.08, 13);
            }
        }
    }

    /** A neutral start-up mark: a ring. */
    private static void mark(GraphicsContext g, double x, double y, double r) {
        g.setLineWidth(r * 0.38);
        g.strokeOval(x - r, y - r, 2 * r, 2 * r);
        g.setLineWidth(2.5);
    }

    private static void padlock(GraphicsContext g, double x, double y) {
        g.fillRoundRect(x - 14, y - 4, 28, 22, 5, 5);
        g.strokeArc(x - 9, y - 20, 18, 30, 0, 180, javafx.scene.shape.ArcType.OPEN);
    }

    /** Words on a screen so wide; where they have no room, none. */
    private static void written(GraphicsContext g, double width, String text, double x, double y, double size) {
        if (width >= ROOM_FOR_WORDS) {
            words(g, text, x, y, size);
        }
    }

    private static void words(GraphicsContext g, String text, double x, double y, double size) {
        g.setFont(Font.font("Lato", FontWeight.BOLD, size));
        g.fillText(text, x, y);
    }
}
