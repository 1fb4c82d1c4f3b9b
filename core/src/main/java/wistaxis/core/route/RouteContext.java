package wistaxis.core.route;

import java.util.List;
import java.util.Map;
import wistaxis.core.firmware.SystemVersion;

/**
 * What a route depends on besides the case.
 *
 * @param signed the versions signed for the model when the library was asked; empty when that is not known
 * @param preferences the shop's choice by preference; a preference left out is the usual one
 * @param overruled steps that the technician takes all the same, with the reason
 */
public record RouteContext(List<SystemVersion> signed, Map<String, String> preferences, Map<String, String> overruled) {
    public static final RouteContext NONE = new RouteContext(List.of(), Map.of(), Map.of());

    public RouteContext {
        signed = List.copyOf(signed);
        preferences = Map.copyOf(preferences);
        overruled = Map.copyOf(overruled);
    }
}
