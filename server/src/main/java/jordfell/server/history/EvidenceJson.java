package jordfell.server.history;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.List;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.history.Point;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.cfg.DateTimeFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * How evidence and histories lie in the database: as JSON, of SIP the bytes as they came. A message is read out of them
 * again, so a better reader sees more in what was kept before.
 */
public final class EvidenceJson {

    /** Times are numbers, which are read five times as fast as texts. */
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DateTimeFeature.WRITE_DATES_AS_TIMESTAMPS)
            .enable(DateTimeFeature.WRITE_DATE_TIMESTAMPS_AS_NANOSECONDS)
            // What was written before something was counted has none of it.
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .addMixIn(Observation.class, Kinds.class)
            .addMixIn(SipSeen.Request.class, Bytes.class)
            .addMixIn(SipSeen.Response.class, Bytes.class)
            .addMixIn(Datagram.class, Raw.class)
            .build();

    private static final TypeReference<List<Observation>> OBSERVATIONS = new TypeReference<>() {};

    private EvidenceJson() {}

    public static byte[] write(List<Observation> observations) {
        return JSON.writerFor(OBSERVATIONS).writeValueAsBytes(observations);
    }

    public static List<Observation> observations(byte[] json) {
        return JSON.readValue(json, OBSERVATIONS);
    }

    static byte[] write(Point point) {
        return JSON.writeValueAsBytes(point);
    }

    static Point point(byte[] json) {
        return JSON.readValue(json, Point.class);
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Observation.ConfigRequested.class, name = "config"),
        @JsonSubTypes.Type(value = Observation.FirmwareAsked.class, name = "firmware"),
        @JsonSubTypes.Type(value = Observation.PhonebookAsked.class, name = "phonebook"),
        @JsonSubTypes.Type(value = Observation.NameLookedUp.class, name = "dns"),
        @JsonSubTypes.Type(value = Observation.Leased.class, name = "lease"),
        @JsonSubTypes.Type(value = Observation.Logged.class, name = "log"),
        @JsonSubTypes.Type(value = Observation.TlsRefused.class, name = "tls"),
        @JsonSubTypes.Type(value = Observation.AddressBanned.class, name = "ban"),
        @JsonSubTypes.Type(value = SipSeen.Request.class, name = "request"),
        @JsonSubTypes.Type(value = SipSeen.Response.class, name = "response"),
        @JsonSubTypes.Type(value = SipSeen.Broken.class, name = "broken"),
        @JsonSubTypes.Type(value = Observation.BindingChanged.class, name = "binding"),
        @JsonSubTypes.Type(value = Observation.Pinged.class, name = "ping"),
        @JsonSubTypes.Type(value = Observation.TestCalled.class, name = "call"),
        @JsonSubTypes.Type(value = Observation.NotKept.class, name = "gap")
    })
    private interface Kinds {}

    /** What was read is left out, and read again. */
    @JsonIgnoreProperties({"message", "number"})
    @SuppressWarnings({"UnusedVariable", "DoNotCallSuggester"}) // says by its shape which method is meant
    private abstract static class Bytes {
        @JsonCreator
        static SipSeen of(
                @JsonProperty("at") Instant at,
                @JsonProperty("toNode") boolean toNode,
                @JsonProperty("node") String node,
                @JsonProperty("peer") String peer,
                @JsonProperty("datagram") Datagram datagram) {
            throw new IllegalStateException("stands for the method that it is mixed into");
        }
    }

    @SuppressWarnings({"UnusedVariable", "DoNotCallSuggester"}) // says by its shape which method is meant
    private abstract static class Raw {
        @JsonCreator
        static Datagram of(byte[] bytes) {
            throw new IllegalStateException("stands for the method that it is mixed into");
        }

        @JsonValue
        abstract byte[] bytes();
    }
}
