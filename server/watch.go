package server

import (
	"crypto/subtle"
	"log/slog"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"
)

// watch counts and times requests by their routes, for whoever runs the application, and writes them
// down where that is asked for: never an address as it was asked, nor anything of a body.
type watch struct {
	registry *prometheus.Registry
	requests *prometheus.HistogramVec
	under    prometheus.Gauge
	access   *slog.Logger // nil for none
	token    string       // that the figures are asked with; empty where this machine alone may ask
	alone    bool         // this machine alone reaches the application
}

func newWatch(o Options) *watch {
	w := &watch{registry: prometheus.NewRegistry(), access: o.Access, token: o.Figures, alone: o.Network == nil}
	w.requests = prometheus.NewHistogramVec(prometheus.HistogramOpts{
		Name: "evenladder_request_seconds", Help: "Time that requests take, by route and status.",
		Buckets: []float64{0.001, 0.005, 0.02, 0.05, 0.2, 1, 5, 30},
	}, []string{"method", "route", "status"})
	w.under = prometheus.NewGauge(prometheus.GaugeOpts{Name: "evenladder_requests_under_way",
		Help: "Requests that are being answered."})
	build := prometheus.NewGauge(prometheus.GaugeOpts{Name: "evenladder_build",
		Help: "1, with the version as its label.", ConstLabels: prometheus.Labels{"version": o.Program}})
	build.Set(1)
	w.registry.MustRegister(w.requests, w.under, build, collectors.NewGoCollector(),
		collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}))
	return w
}

// countRooms tells how many rooms are open.
func (w *watch) countRooms(open func() int) {
	w.registry.MustRegister(prometheus.NewGaugeFunc(prometheus.GaugeOpts{Name: "evenladder_rooms_open",
		Help: "Rooms that are open."}, func() float64 { return float64(open()) }))
}

// metricsPath is where the figures are.
const metricsPath = "/metrics"

// see counts a request once it is answered.
func (w *watch) see(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		begun := time.Now()
		w.under.Inc()
		defer w.under.Dec()
		err := next(c)
		status, bytes := http.StatusOK, int64(0)
		if r, _ := echo.UnwrapResponse(c.Response()); r != nil {
			status, bytes = r.Status, r.Size
			if err != nil && !r.Committed {
				status = problemOf(err).Status
			}
		}
		route := c.Path()
		if route == "" {
			route = "none"
		}
		took := time.Since(begun)
		w.requests.WithLabelValues(methodLabel(c.Request().Method), route, strconv.Itoa(status)).Observe(took.Seconds())
		if w.access != nil {
			w.access.Info("request", "id", c.Response().Header().Get(echo.HeaderXRequestID), "method",
				methodLabel(c.Request().Method), "route", route, "status", status, "ms", took.Milliseconds(), "bytes", bytes)
		}
		return err
	}
}

// methods are those that addresses here take, or that a browser may ask with.
var methods = []string{http.MethodGet, http.MethodHead, http.MethodPost, http.MethodPut, http.MethodPatch,
	http.MethodDelete, http.MethodOptions}

// methodLabel is the method of a request as figures and log have it: one of a fixed list, so that no request makes a
// series of its own.
func methodLabel(method string) string {
	if slices.Contains(methods, method) {
		return method
	}
	return "other"
}

// knownMethods turns a request with a made-up method away before anything counts it.
func knownMethods(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		if !slices.Contains(methods, c.Request().Method) {
			return echo.ErrMethodNotAllowed
		}
		return next(c)
	}
}

// serve answers with all figures: to whoever has the token, and, where this machine alone reaches the
// application and none is set, to this machine. Behind a proxy everyone comes from this machine.
func (w *watch) serve() echo.HandlerFunc {
	figures := promhttp.HandlerFor(w.registry, promhttp.HandlerOpts{})
	return func(c *echo.Context) error {
		said, bearer := strings.CutPrefix(c.Request().Header.Get("Authorization"), "Bearer ")
		known := bearer && w.token != "" && subtle.ConstantTimeCompare([]byte(said), []byte(w.token)) == 1
		if !known && (w.token != "" || !w.alone || !isLoopback(c.Request().RemoteAddr)) {
			return echo.ErrUnauthorized
		}
		figures.ServeHTTP(c.Response(), c.Request())
		return nil
	}
}

// requestID gives each request a number, in its answer and in the log; one that is given is not taken
// over.
func requestID() echo.MiddlewareFunc {
	return middleware.RequestIDWithConfig(middleware.RequestIDConfig{RequestIDHandler: func(*echo.Context, string) {}})
}
