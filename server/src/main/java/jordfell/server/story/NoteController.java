package jordfell.server.story;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.wish.FieldProblem;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.security.Audit;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Notes on devices, and handing one over to somebody. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class NoteController {

    private static final int LONGEST = 2_000;

    /** @param handedTo whose it is from now on; left out or empty for nobody */
    record NoteForm(@Nullable String text, @Nullable String handedTo) {}

    record DoneForm(boolean done) {}

    record NoteView(
            long id,
            long device,
            String label,
            Instant at,
            String who,
            String text,
            String handedTo,
            @Nullable Instant doneAt,
            String doneBy) {}

    /** @param people to whom something can be handed */
    record NotesView(List<NoteView> notes, List<String> people) {}

    private final NoteStore notes;
    private final DeviceStore devices;
    private final Audit audit;
    private final Changes changes;
    private final InstantSource clock;

    NoteController(NoteStore notes, DeviceStore devices, Audit audit, Changes changes, InstantSource clock) {
        this.notes = notes;
        this.devices = devices;
        this.audit = audit;
        this.changes = changes;
        this.clock = clock;
    }

    @GetMapping("/devices/{id}/notes")
    NotesView of(@PathVariable long id) {
        return new NotesView(notes.of(id).stream().map(NoteController::view).toList(), notes.people());
    }

    /** What was handed to whoever asks, and is not done. */
    @GetMapping("/notes/mine")
    List<NoteView> mine(@AuthenticationPrincipal SignedIn who) {
        return notes.handedTo(who.name()).stream().map(NoteController::view).toList();
    }

    @PostMapping("/devices/{id}/notes")
    void add(@PathVariable long id, @RequestBody NoteForm form) {
        String label = devices.find(id)
                .orElseThrow(() -> RefusedException.notFound("device"))
                .label();
        String text = Optional.ofNullable(form.text()).orElse("").strip();
        String handedTo = Optional.ofNullable(form.handedTo()).orElse("");
        List<FieldProblem> problems = new ArrayList<>();
        if (text.isEmpty() || text.length() > LONGEST) {
            problems.add(new FieldProblem(
                    "/text",
                    text.isEmpty() ? "It says nothing." : "It has " + text.length() + " characters.",
                    "Up to " + LONGEST + " characters."));
        }
        if (!handedTo.isEmpty() && !notes.people().contains(handedTo)) {
            problems.add(new FieldProblem(
                    "/handedTo",
                    "Nobody here is called " + handedTo + ".",
                    "One of " + String.join(", ", notes.people()) + "."));
        }
        RefusedException.ifAny(problems);
        notes.add(id, clock.instant(), Audit.who(), text, handedTo);
        audit.record(
                handedTo.isEmpty()
                        ? "Noted something on “" + label + "”"
                        : "Handed “" + label + "” over to " + handedTo);
        changes.tell(Subject.TRIAGE, List.of(), "");
    }

    @PostMapping("/notes/{id}/done")
    void done(@PathVariable long id, @RequestBody DoneForm form) {
        NoteStore.Note note = notes.find(id).orElseThrow(() -> RefusedException.notFound("note"));
        notes.setDone(
                id, form.done() ? Optional.of(clock.instant()) : Optional.empty(), form.done() ? Audit.who() : "");
        audit.record((form.done() ? "Did what was handed over on “" : "Opened again what was handed over on “")
                + note.label() + "”");
        changes.tell(Subject.TRIAGE, List.of(), "");
    }

    private static NoteView view(NoteStore.Note n) {
        return new NoteView(
                n.id(),
                n.device(),
                n.label(),
                n.at(),
                n.who(),
                n.text(),
                n.handedTo(),
                n.doneAt().orElse(null),
                n.doneBy());
    }
}
