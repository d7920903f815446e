package jordfell.server.problem;

import java.util.List;
import jordfell.server.jdbc.DuplicateKeyException;
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
    ResponseEntity<ProblemDetail> denied(AccessDeniedException e) {
        return problem(HttpStatus.FORBIDDEN, "Your role does not allow this.", List.of());
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
        return handleExceptionInternal(e, detail, headers, status, request);
    }

    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String text, List<FieldProblem> fields) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, text);
        detail.setProperty("fields", fields);
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(detail);
    }
}
