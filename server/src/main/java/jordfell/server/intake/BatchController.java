package jordfell.server.intake;

import java.util.List;
import java.util.Map;
import jordfell.core.path.Condition;
import jordfell.server.problem.RefusedException;
import jordfell.server.search.FleetIndex;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Enrolment batches, how their devices stand, and labels for the bench. */
@RestController
@RequestMapping(path = "/api/batches", produces = "application/json")
class BatchController {

    private static final int MOST = 200;

    /** A batch and how many of its devices stand how, by condition. */
    record BatchView(Batches.Batch batch, Map<Condition, Integer> conditions) {}

    private final Batches batches;
    private final FleetIndex fleet;
    private final BenchLabels labels;

    BatchController(Batches batches, FleetIndex fleet, BenchLabels labels) {
        this.batches = batches;
        this.fleet = fleet;
        this.labels = labels;
    }

    @GetMapping
    List<BatchView> batches() {
        return batches.latest(MOST).stream().map(this::view).toList();
    }

    @GetMapping("/{id}")
    BatchView batch(@PathVariable long id) {
        return view(batches.find(id).orElseThrow(() -> RefusedException.notFound("batch")));
    }

    /** A sheet of labels, one for each device of the batch. */
    @GetMapping(path = "/{id}/labels.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> labels(@PathVariable long id) {
        Batches.Batch batch = batches.find(id).orElseThrow(() -> RefusedException.notFound("batch"));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"labels-" + id + ".pdf\"")
                .body(labels.ofBatch(batch.id()));
    }

    private BatchView view(Batches.Batch batch) {
        return new BatchView(batch, fleet.ofBatch(batch.id()));
    }
}
