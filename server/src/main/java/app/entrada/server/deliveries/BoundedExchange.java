package app.entrada.server.deliveries;

import static java.util.Objects.requireNonNull;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Flow;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;

/**
 * One exchange with somebody outside, bounded in everything that is theirs to choose: an upload may take hours as long as it
 * moves, but nothing waits for one who has stopped reading or writing, an answer ends soon after it was due, and no more of
 * it is read than was allowed.
 */
final class BoundedExchange {
    /** Nothing was read there, and nothing came from there. */
    private static final Duration STALL = Duration.ofSeconds(30);
    /** From the last byte of ours to the last byte of theirs. */
    private static final Duration ANSWER = Duration.ofMinutes(2);

    private final HttpClient http;
    private final Duration stall;

    BoundedExchange(HttpClient http) {
        this(http, STALL);
    }

    BoundedExchange(HttpClient http, Duration stall) {
        this.http = http;
        this.stall = stall;
    }

    /**
     * Sends a request and reads the answer.
     *
     * @param body what is sent, or null for nothing
     * @param most bytes that the answer may have
     * @param calledOff asked every second; when it says so, the exchange ends
     * @throws IOException when the other side cannot be reached, stalls or says too much, or when it was called off
     */
    HttpResponse<byte[]> send(
            HttpRequest.Builder request,
            String method,
            HttpRequest.@Nullable BodyPublisher body,
            int most,
            BooleanSupplier calledOff)
            throws IOException {
        Progress progress = new Progress();
        HttpRequest.BodyPublisher told =
                body == null ? HttpRequest.BodyPublishers.noBody() : new ToldPublisher(body, progress);
        if (body == null) progress.allSent();
        CompletableFuture<HttpResponse<byte[]>> answer =
                http.sendAsync(request.method(method, told).build(), head -> new CappedAnswer(most, progress));
        while (true)
            try {
                return answer.get(1, TimeUnit.SECONDS);
            } catch (TimeoutException notYet) {
                String ended = calledOff.getAsBoolean() ? "called off" : progress.ended(stall);
                if (ended == null) continue;
                answer.cancel(true);
                throw new IOException(ended);
            } catch (ExecutionException failed) {
                if (failed.getCause() instanceof IOException reason) throw reason;
                throw new IOException(failed.getCause());
            } catch (InterruptedException stopped) {
                answer.cancel(true);
                Thread.currentThread().interrupt();
                throw new IOException("sending was stopped", stopped);
            }
    }

    /** When something moved last, and when our part was done. */
    private static final class Progress {
        private volatile long moved = System.nanoTime();
        private volatile long sent;

        void moved() {
            moved = System.nanoTime();
        }

        void allSent() {
            moved();
            sent = System.nanoTime();
        }

        @Nullable
        String ended(Duration stall) {
            long now = System.nanoTime();
            if (now - moved > stall.toNanos()) return "no data for %d s".formatted(stall.toSeconds());
            if (sent != 0 && now - sent > ANSWER.toNanos()) return "the answer was incomplete";
            return null;
        }
    }

    /** Tells when the other side took bytes of ours. */
    private record ToldPublisher(HttpRequest.BodyPublisher body, Progress progress)
            implements HttpRequest.BodyPublisher {
        @Override
        public long contentLength() {
            return body.contentLength();
        }

        @Override
        public void subscribe(Flow.Subscriber<? super ByteBuffer> subscriber) {
            body.subscribe(new Flow.Subscriber<>() {
                @Override
                public void onSubscribe(Flow.Subscription subscription) {
                    subscriber.onSubscribe(subscription);
                }

                @Override
                public void onNext(ByteBuffer bytes) {
                    progress.moved();
                    subscriber.onNext(bytes);
                }

                @Override
                public void onError(Throwable failure) {
                    subscriber.onError(failure);
                }

                @Override
                public void onComplete() {
                    progress.allSent();
                    subscriber.onComplete();
                }
            });
        }
    }

    /** Reads an answer as far as it is allowed to go. */
    private static final class CappedAnswer implements HttpResponse.BodySubscriber<byte[]> {
        private final int most;
        private final Progress progress;
        private final ByteArrayOutputStream read = new ByteArrayOutputStream();
        private final CompletableFuture<byte[]> whole = new CompletableFuture<>();
        private Flow.@Nullable Subscription subscription;

        CappedAnswer(int most, Progress progress) {
            this.most = most;
            this.progress = progress;
            progress.moved();
        }

        @Override
        public CompletionStage<byte[]> getBody() {
            return whole;
        }

        @Override
        public void onSubscribe(Flow.Subscription subscription) {
            this.subscription = subscription;
            subscription.request(1);
        }

        @Override
        public void onNext(List<ByteBuffer> buffers) {
            progress.moved();
            for (ByteBuffer buffer : buffers) {
                if (read.size() + (long) buffer.remaining() > most) {
                    requireNonNull(subscription).cancel();
                    whole.completeExceptionally(
                            new IOException("the answer is larger than the %,d bytes that are read".formatted(most)));
                    return;
                }
                byte[] bytes = new byte[buffer.remaining()];
                buffer.get(bytes);
                read.writeBytes(bytes);
            }
            requireNonNull(subscription).request(1);
        }

        @Override
        public void onError(Throwable failure) {
            whole.completeExceptionally(failure);
        }

        @Override
        public void onComplete() {
            whole.complete(read.toByteArray());
        }
    }
}
