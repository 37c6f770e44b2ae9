package orchard.light;

import com.fasterxml.jackson.annotation.JsonProperty;

/**
 * Something on a device that can show an answer.
 *
 * @param id unique within its device
 * @param control id of the control it sits on, or ""
 * @param kind what it can show; stored under the name it once had
 */
public record Light(
        String id,
        String name,
        String control,
        @JsonProperty("lamp") LightKind kind) {}
