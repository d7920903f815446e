package jordfell.server.problem;

import java.util.List;
import jordfell.core.wish.FieldProblem;
import jordfell.server.jdbc.DuplicateKeyException;
import jordfell.server.jdbc.RefusedByStoreException;
import jordfell.server.jdbc.StillPointedToException;
import jordfell.server.jdbc.StoreAwayException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.databind.DatabindException;

/** Turns every failure into a problem document (RFC 9457). */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {

    private static final Logger log = LoggerFactory.getLogger(ProblemAdvice.class);

    @ExceptionHandler
    ResponseEntity<ProblemDetail> refused(RefusedException e) {
        return problem(e.status(), String.valueOf(e.getMessage()), e.fields());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> duplicate(DuplicateKeyException e) {
        return problem(
                HttpStatus.CONFLICT,
                "Somebody else has just used this name or number. Choose another, or load again.",
                List.of());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> stillPointedTo(StillPointedToException e) {
        return problem(
                HttpStatus.CONFLICT,
                "Others use it meanwhile, so it stays. Load again to see which; give them something else first.",
                List.of());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> refusedByStore(RefusedByStoreException e) {
        String text = switch (e.rule()) {
            case MISSING_ROW -> "It names something that is not there, or not any more. Load again and choose anew.";
            case TOO_LONG -> "A text is too long for its place. Shorten it.";
            case MISSING_VALUE -> "Something that is needed is missing.";
            case OUT_OF_RANGE -> "A number is too large or too small.";
        };
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, text, List.of());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> notKept(NotKeptException e) {
        return later(String.valueOf(e.getMessage()));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> storeAway(StoreAwayException e) {
        log.error("The database failed: {}", e.getMessage());
        return later("The database can’t be read or written at this moment. Look again before you do this once more.");
    }

    private static ResponseEntity<ProblemDetail> later(String text) {
        ResponseEntity<ProblemDetail> answer = problem(HttpStatus.SERVICE_UNAVAILABLE, text, List.of());
        return ResponseEntity.status(answer.getStatusCode())
                .header(HttpHeaders.RETRY_AFTER, "10")
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(answer.getBody());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> denied(AccessDeniedException e) {
        return problem(HttpStatus.FORBIDDEN, "Your role does not allow this.", List.of());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> cutOff(BodyCutOffException e) {
        ResponseEntity<ProblemDetail> answer =
                problem(HttpStatus.valueOf(e.status()), String.valueOf(e.getMessage()), List.of());
        // What is still on its way is not waited for.
        return ResponseEntity.status(answer.getStatusCode())
                .header(HttpHeaders.CONNECTION, "close")
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(answer.getBody());
    }

    /** Whoever asked went away while the body or the answer was on its way: nobody is there to be told. */
    @ExceptionHandler
    void gone(java.io.IOException e) {
        log.debug("A request broke off: {}", e.getClass().getSimpleName());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unexpected(Exception e) {
        log.error("A request failed", e);
        return problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something went wrong here; it is in the log. Nothing was changed.",
                List.of());
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ProblemDetail detail =
                ProblemDetail.forStatusAndDetail(status, "The request’s body is not the JSON that is expected here.");
        detail.setProperty("fields", misread(e));
        return handleExceptionInternal(e, detail, headers, status, request);
    }

    /** The place at which a body stopped being what is expected, if it is JSON at all. */
    private static List<FieldProblem> misread(HttpMessageNotReadableException e) {
        if (!(e.getCause() instanceof DatabindException cause)) {
            return List.of();
        }
        StringBuilder pointer = new StringBuilder();
        cause.getPath()
                .forEach(step -> pointer.append('/')
                        .append(step.getPropertyName() == null ? step.getIndex() : step.getPropertyName()));
        return List.of(new FieldProblem(
                pointer.toString(), "This is not what is expected here.", "A value of another kind is."));
    }

    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String text, List<FieldProblem> fields) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, text);
        detail.setProperty("fields", fields);
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(detail);
    }
}
