package api

import (
	"context"
	"crypto/rand"
	"log/slog"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v2"
	"github.com/gofiber/fiber/v2/middleware/adaptor"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"
)

// gauged is how long the database may take to count for the metrics.
const gauged = 2 * time.Second

// watch counts and logs every request, under an id that the reply carries, and serves the
// metrics.
func (s *Server) watch(app *fiber.App) {
	registry := prometheus.NewRegistry()
	requests := prometheus.NewCounterVec(prometheus.CounterOpts{Name: "proxenos_requests_total", Help: "Requests answered."}, []string{"method", "route", "status"})
	seconds := prometheus.NewHistogramVec(prometheus.HistogramOpts{Name: "proxenos_request_seconds", Help: "How long they took.",
		Buckets: []float64{0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10}}, []string{"method", "route"})
	registry.MustRegister(requests, seconds, collectors.NewGoCollector(), collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}), (*gauges)(s))
	metrics := adaptor.HTTPHandler(promhttp.HandlerFor(registry, promhttp.HandlerOpts{}))
	app.Use(func(c *fiber.Ctx) error {
		began, id := time.Now(), strings.ToLower(rand.Text()[:10])
		c.Set("X-Request-Id", id)
		err := c.Next()
		if err != nil { // so that the status is known here
			if err = c.App().ErrorHandler(c, err); err != nil {
				return err
			}
		}
		took, status, route := time.Since(began), c.Response().StatusCode(), c.Route().Path
		requests.WithLabelValues(c.Method(), route, strconv.Itoa(status)).Inc()
		seconds.WithLabelValues(c.Method(), route).Observe(took.Seconds())
		level := slog.LevelInfo
		if status >= 500 {
			level = slog.LevelWarn
		}
		s.log().LogAttrs(c.UserContext(), level, "request", slog.String("id", id), slog.String("method", c.Method()), slog.String("path", c.Path()),
			slog.Int("status", status), slog.Float64("ms", float64(took.Microseconds())/1000), slog.Int("bytes", max(0, c.Response().Header.ContentLength())))
		return nil
	})
	app.Get("/metrics", func(c *fiber.Ctx) error {
		if !s.mine(string(c.Request().Host())) {
			return fiber.NewError(fiber.StatusMisdirectedRequest, "this server does not go by that name")
		}
		return metrics(c)
	})
}

// gauges are what is measured when somebody looks.
type gauges Server

var (
	jobsGauge    = prometheus.NewDesc("proxenos_jobs", "Jobs in the queue, of all processes.", []string{"state"}, nil)
	runningGauge = prometheus.NewDesc("proxenos_jobs_here", "Jobs that this process carries out.", nil, nil)
	canvasGauge  = prometheus.NewDesc("proxenos_canvases", "Canvases in memory.", nil, nil)
	bytesGauge   = prometheus.NewDesc("proxenos_canvas_bytes", "What they take.", nil, nil)
	streamGauge  = prometheus.NewDesc("proxenos_streams", "Open streams of events.", nil, nil)
	paintedCount = prometheus.NewDesc("proxenos_paintings_total", "Canvases that were painted here, from the beginning or from where they differ.", nil, nil)
	connGauge    = prometheus.NewDesc("proxenos_database_connections", "Connections to the database.", []string{"state"}, nil)
)

// Describe implements prometheus.Collector.
func (g *gauges) Describe(out chan<- *prometheus.Desc) {
	for _, d := range []*prometheus.Desc{jobsGauge, runningGauge, canvasGauge, bytesGauge, streamGauge, paintedCount, connGauge} {
		out <- d
	}
}

// Collect implements prometheus.Collector.
func (g *gauges) Collect(out chan<- prometheus.Metric) {
	gauge := func(d *prometheus.Desc, v int64, labels ...string) {
		out <- prometheus.MustNewConstMetric(d, prometheus.GaugeValue, float64(v), labels...)
	}
	ctx, cancel := context.WithTimeout(context.Background(), gauged)
	defer cancel()
	if waiting, running, err := g.Store.CountJobs(ctx); err == nil { // without a database there is no figure
		gauge(jobsGauge, waiting, "waiting")
		gauge(jobsGauge, running, "running")
	}
	gauge(runningGauge, int64(g.Queue.Running()))
	canvases, bytes := g.Easel.Kept()
	gauge(canvasGauge, int64(canvases))
	gauge(bytesGauge, bytes)
	out <- prometheus.MustNewConstMetric(paintedCount, prometheus.CounterValue, float64(g.Easel.Painted()))
	gauge(streamGauge, int64(g.Hub.Count()))
	pool := g.Store.Pool()
	gauge(connGauge, int64(pool.InUse), "in use")
	gauge(connGauge, int64(pool.Idle), "idle")
}
