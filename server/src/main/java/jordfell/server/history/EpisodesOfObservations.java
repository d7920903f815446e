package jordfell.server.history;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Folding;
import jordfell.core.evidence.Observation;
import jordfell.server.jdbc.Jdbc;
import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.Context;
import org.flywaydb.core.api.migration.JavaMigration;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Takes over evidence that lies one observation a row: it is folded as it would have been when it was seen. */
@Component
class EpisodesOfObservations implements JavaMigration {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Override
    public MigrationVersion getVersion() {
        return MigrationVersion.fromVersion("10");
    }

    @Override
    public String getDescription() {
        return "episodes of observations";
    }

    @Override
    public Integer getChecksum() {
        return 1;
    }

    @Override
    public boolean canExecuteInTransaction() {
        return true;
    }

    @Override
    public void migrate(Context context) {
        Jdbc jdbc = Jdbc.within(context);
        EpisodeStore store = new EpisodeStore(jdbc);
        List<Long> devices = jdbc.list(
                "select distinct device_id from observation where device_id is not null",
                row -> row.number("device_id"));
        for (long device : devices) {
            List<Observation> seen = jdbc.list(
                    "select kind, data from observation where device_id = ? order by at, id",
                    row -> observation(row.text("kind"), row.text("data")),
                    device);
            List<Episode> episodes = folded(seen);
            store.insert(Collections.nCopies(episodes.size(), device), episodes);
        }
        jdbc.update("drop table observation");
    }

    private static List<Episode> folded(List<Observation> observations) {
        Folding folding = new Folding();
        Map<Integer, Episode> episodes = new LinkedHashMap<>();
        Map<String, Integer> places = new HashMap<>();
        int next = 0;
        for (Observation o : observations) {
            for (Folding.Write write : folding.take(List.of(o))) {
                String key = write.episode().key();
                if (write.fate() == Folding.Fate.BEGINS) {
                    places.put(key, next++);
                }
                if (write.fate() == Folding.Fate.ENDS) {
                    episodes.remove(places.remove(key));
                } else {
                    episodes.put(places.get(key), write.episode());
                }
            }
        }
        return List.copyOf(episodes.values());
    }

    /** As it lay in a row: SIP as a text, and a binding without where its REGISTER came from. */
    private static Observation observation(String kind, String data) {
        ObjectNode fields = (ObjectNode) JSON.readTree(data);
        if (kind.equals("sip")) {
            String text = fields.path("text").asString();
            fields.put("datagram", Base64.getEncoder().encodeToString(text.getBytes(StandardCharsets.UTF_8)));
            fields.remove(List.of("text", "number"));
            String line = text.lines().findFirst().orElse("");
            fields.put("kind", line.startsWith("SIP/2.0 ") ? "response" : "request");
        } else {
            fields.put("kind", kind);
        }
        if (kind.equals("binding") && fields.path("peer").isMissingNode()) {
            fields.put("peer", "");
        }
        return EvidenceJson.observations(JSON.writeValueAsBytes(List.of(fields)))
                .get(0);
    }
}
