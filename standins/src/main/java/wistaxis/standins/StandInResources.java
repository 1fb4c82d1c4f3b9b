package wistaxis.standins;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;

final class StandInResources {
    private StandInResources() {}

    static String text(String name) {
        try (InputStream in = StandInResources.class.getResourceAsStream("/wistaxis/standins/" + name)) {
            if (in == null) {
                throw new IllegalArgumentException("no such resource [" + name + "]");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException("cannot read resource [" + name + "]", e);
        }
    }
}
