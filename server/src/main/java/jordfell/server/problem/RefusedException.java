package jordfell.server.problem;

import java.util.List;
import java.util.Optional;
import jordfell.core.wish.FieldProblem;
import org.springframework.http.HttpStatus;

/** A request that can't be carried out, with the reasons at their fields. */
public final class RefusedException extends RuntimeException {

    private final HttpStatus status;
    private final List<FieldProblem> fields;

    private RefusedException(HttpStatus status, String detail, List<FieldProblem> fields) {
        super(detail);
        this.status = status;
        this.fields = List.copyOf(fields);
    }

    /** Wrong at these fields. */
    public static RefusedException fields(List<FieldProblem> fields) {
        return new RefusedException(
                HttpStatus.UNPROCESSABLE_CONTENT, fields.get(0).reason(), fields);
    }

    /** Refuses what has problems. */
    public static void ifAny(List<FieldProblem> problems) {
        if (!problems.isEmpty()) {
            throw fields(problems);
        }
    }

    /** Refuses what a rule refuses. */
    public static void ifAny(Optional<FieldProblem> problem) {
        ifAny(problem.stream().toList());
    }

    public static RefusedException field(String pointer, String reason, String hint) {
        return fields(List.of(new FieldProblem(pointer, reason, hint)));
    }

    public static RefusedException notFound(String what) {
        return new RefusedException(HttpStatus.NOT_FOUND, "There is no such " + what + ".", List.of());
    }

    /** Somebody else changed it since it was read. */
    public static RefusedException changedMeanwhile(String what) {
        return new RefusedException(
                HttpStatus.PRECONDITION_FAILED,
                "This " + what
                        + " was changed by somebody else since you opened it. Load it again; what you typed is kept.",
                List.of());
    }

    /** The same, with who changed it to what. */
    public static RefusedException overtaken(String detail) {
        return new RefusedException(HttpStatus.PRECONDITION_FAILED, detail, List.of());
    }

    /** It was there once and is not any more. */
    public static RefusedException gone(String detail) {
        return new RefusedException(HttpStatus.GONE, detail, List.of());
    }

    public static RefusedException tooMany(String detail) {
        return new RefusedException(HttpStatus.TOO_MANY_REQUESTS, detail, List.of());
    }

    /** Not now; a little later it can be asked again. */
    public static RefusedException busy(String detail) {
        return new RefusedException(HttpStatus.SERVICE_UNAVAILABLE, detail, List.of());
    }

    public HttpStatus status() {
        return status;
    }

    public List<FieldProblem> fields() {
        return fields;
    }
}
