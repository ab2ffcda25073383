package server

import (
	"bytes"
	"context"
	"fmt"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/common/expfmt"

	"durchgang/internal/office"
)

// meters count what the service does, in Prometheus' text form.
type meters struct {
	registry *prometheus.Registry
	requests *prometheus.HistogramVec
}

func newMeters(o *office.Office) meters {
	m := meters{registry: prometheus.NewRegistry(), requests: prometheus.NewHistogramVec(prometheus.HistogramOpts{
		Name: "durchgang_request_seconds", Help: "Time to answer requests, by method, route and status.",
		Buckets: []float64{.001, .005, .01, .05, .1, .5, 1, 5, 30},
	}, []string{"method", "route", "status"})}
	m.registry.MustRegister(
		m.requests, &queueMeter{o}, collectors.NewGoCollector(),
		collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}),
	)
	return m
}

func (m meters) note(c fiber.Ctx, status int, took time.Duration) {
	m.requests.WithLabelValues(c.Method(), c.Route().Path, strconv.Itoa(status)).Observe(took.Seconds())
}

// queueMeter asks the database how much waits, when it is asked.
type queueMeter struct{ office *office.Office }

var (
	queuedMeter  = prometheus.NewDesc("durchgang_submissions_queued", "Submissions that wait to be graded.", nil, nil)
	runningMeter = prometheus.NewDesc("durchgang_submissions_running", "Submissions that are graded now.", nil, nil)
	workersMeter = prometheus.NewDesc("durchgang_workers", "Processes that grade.", nil, nil)
)

// Describe implements prometheus.Collector.
func (q *queueMeter) Describe(to chan<- *prometheus.Desc) {
	to <- queuedMeter
	to <- runningMeter
	to <- workersMeter
}

// Collect implements prometheus.Collector. While the database is away it gives nothing.
func (q *queueMeter) Collect(to chan<- prometheus.Metric) {
	ctx, cancel := context.WithTimeout(context.Background(), 2*time.Second)
	defer cancel()
	queued, running, workers, err := q.office.Counts(ctx)
	if err != nil {
		return
	}
	to <- prometheus.MustNewConstMetric(queuedMeter, prometheus.GaugeValue, float64(queued))
	to <- prometheus.MustNewConstMetric(runningMeter, prometheus.GaugeValue, float64(running))
	to <- prometheus.MustNewConstMetric(workersMeter, prometheus.GaugeValue, float64(workers))
}

func (s *Server) metrics(c fiber.Ctx) error {
	families, err := s.meters.registry.Gather()
	if err != nil {
		return fmt.Errorf("gather the metrics: %w", err)
	}
	var b bytes.Buffer
	for _, f := range families {
		if _, err := expfmt.MetricFamilyToText(&b, f); err != nil {
			return fmt.Errorf("write the metrics: %w", err)
		}
	}
	c.Set(fiber.HeaderContentType, string(expfmt.NewFormat(expfmt.TypeTextPlain)))
	return c.Status(http.StatusOK).Send(b.Bytes())
}

// unmeasured are streams, which last as long as a reader looks.
func unmeasured(route string) bool { return strings.HasSuffix(route, "/events") }
