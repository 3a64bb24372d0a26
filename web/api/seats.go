package api

import (
	"bufio"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gofiber/fiber/v2"
	"github.com/gofiber/fiber/v2/middleware/limiter"

	"proxenos/core/card"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rescue"
	"proxenos/core/teach"
	"proxenos/store"
	"proxenos/studio"
)

// A student sits in a class by its code, without an account. What a seat sees is of its class
// alone, and of the others there no more than how many they are.

// Door is how students come in.
type Door struct {
	Code      string   `json:"code"`
	Addresses []string `json:"addresses" doc:"where other machines reach this server; none when it answers on this machine alone"`
}

// SeatPath names a seat by its key, which nobody knows but who sits there.
type SeatPath struct {
	Seat string `path:"seat" pattern:"^[a-z0-9]{20,40}$"`
}

// Seated is what somebody needs who sits in a class: it stays readable without a network.
type Seated struct {
	Seat     string         `json:"seat" doc:"the key of the seat"`
	Title    string         `json:"title"`
	Width    float64        `json:"width" doc:"of the support, mm"`
	Height   float64        `json:"height"`
	Pictures string         `json:"pictures" doc:"where pictures of the canvas are: add VIEW-WIDTH-HALFMINUTES.png, or closeup-STEP.png"`
	Last     int            `json:"last" doc:"half minutes of the finished picture"`
	Cards    []card.Card    `json:"cards" doc:"a step each; what is for the teacher alone is left out"`
	Troubles []lesson.Term  `json:"troubles" doc:"what a hand may be up for"`
	View     teach.FromSeat `json:"view"`
}

// ByStudent is what a student says.
type ByStudent struct {
	Kind teach.Kind `json:"kind" enum:"ready,hand,leave"`
	Step int        `json:"step,omitempty" minimum:"0" maximum:"499" doc:"which step, from 0"`
	Text string     `json:"text,omitempty" maxLength:"20" doc:"hand: the trouble; nothing when it is taken down"`
}

// How often somebody at one address may name a code that no class has, and a seat say something.
const (
	wrongMost   = 60
	wrongWithin = 10 * time.Minute
	saysMost    = 20
	saysWithin  = 10 * time.Second
	sendsMost   = 6
	sendsWithin = time.Minute
)

// guardSeats keeps codes from being guessed, and one seat from drowning the others.
func guardSeats(app *fiber.App) {
	too := func(says string) fiber.Handler {
		return func(*fiber.Ctx) error { return fiber.NewError(http.StatusTooManyRequests, says) }
	}
	app.Post("/api/seats", limiter.New(limiter.Config{Max: wrongMost, Expiration: wrongWithin, SkipSuccessfulRequests: true,
		KeyGenerator: func(c *fiber.Ctx) string { return c.IP() }, LimitReached: too("too many codes were wrong: wait some minutes, and read the code from the wall")}))
	app.Post("/api/seats/:seat/photo", limiter.New(limiter.Config{Max: sendsMost, Expiration: sendsWithin,
		KeyGenerator: func(c *fiber.Ctx) string { return "photo " + c.Params("seat") }, LimitReached: too("that was a lot of photographs at once: wait a minute")}))
	app.Post("/api/seats/:seat/happenings", limiter.New(limiter.Config{Max: saysMost, Expiration: saysWithin,
		KeyGenerator: func(c *fiber.Ctx) string { return "seat " + c.Params("seat") }, LimitReached: too("that was a lot at once: wait a moment")}))
}

func (s *Server) seatOperations(api huma.API, app *fiber.App) {
	huma.Register(api, huma.Operation{OperationID: "door", Method: http.MethodPost, Path: "/api/studios/{studio}/classes/{class}/door", Summary: "Open the door of a class: who knows its code may take a seat"}, s.door)
	huma.Register(api, huma.Operation{OperationID: "sit", Method: http.MethodPost, Path: "/api/seats", DefaultStatus: http.StatusCreated, Summary: "Take a seat in the class with a code"}, s.sit)
	huma.Register(api, huma.Operation{OperationID: "seat", Method: http.MethodGet, Path: "/api/seats/{seat}", Summary: "The class as somebody sees it who sits in it"},
		func(ctx context.Context, in *SeatPath) (*one[Seated], error) { return s.seated(ctx, in.Seat) })
	huma.Register(api, huma.Operation{OperationID: "say", Method: http.MethodPost, Path: "/api/seats/{seat}/happenings", DefaultStatus: http.StatusCreated, Summary: "Say that a step is done, or put a hand up"}, s.say)
	send := huma.Operation{OperationID: "sendPhoto", Method: http.MethodPost, Path: "/api/seats/{seat}/photo", DefaultStatus: http.StatusNoContent,
		Summary: "Send a photograph (PNG or JPEG) of one's canvas: it is judged before it is kept, and takes the place of the one before", MaxBodyBytes: -1, SkipValidateBody: true}
	send.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}
	huma.Register(api, send, s.sendPhoto)
	huma.Register(api, huma.Operation{OperationID: "seatPicture", Method: http.MethodGet, Path: "/api/seats/{seat}/pictures/{picture}", Summary: "A picture of the canvas of the class: VIEW-WIDTH-HALFMINUTES.png or closeup-STEP.png", Responses: pngReply}, s.seatPicture)
	huma.Register(api, huma.Operation{OperationID: "seatRescue", Method: http.MethodGet, Path: "/api/seats/{seat}/rescues/{made}/{side}", Summary: "What helps, before or after", Responses: pngReply}, s.seatRescue)
	app.Get("/api/seats/:seat/events", s.seatEvents)
	api.OpenAPI().AddOperation(&huma.Operation{OperationID: "seatEvents", Method: http.MethodGet, Path: "/api/seats/{seat}/events",
		Summary:    "The class as it stands, whenever something happens in it, as server-sent events",
		Parameters: []*huma.Param{{Name: "seat", In: "path", Required: true, Schema: &huma.Schema{Type: huma.TypeString}}},
		Responses:  map[string]*huma.Response{"200": {Description: "A stream of views", Content: map[string]*huma.MediaType{"text/event-stream": {}}}}})
	huma.Register(api, huma.Operation{OperationID: "troubles", Method: http.MethodGet, Path: "/api/troubles", Summary: "What a hand may be up for"},
		func(context.Context, *struct{}) (*one[[]lesson.Term], error) {
			return &one[[]lesson.Term]{rescue.Troubles()}, nil
		})
}

func (s *Server) door(ctx context.Context, in *ClassPath) (*one[Door], error) {
	code, err := s.In(in.Studio).Kept.Door(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[Door]{Door{code, s.addresses()}}, nil
}

// addresses are where other machines reach this one.
func (s *Server) addresses() []string {
	out := []string{}
	if !s.Open {
		return out
	}
	out = append(out, s.Hosts...)
	all, err := net.InterfaceAddrs()
	if err != nil {
		return out
	}
	for _, a := range all {
		if ip, ok := a.(*net.IPNet); ok && ip.IP.To4() != nil && !ip.IP.IsLoopback() && !ip.IP.IsLinkLocalUnicast() {
			out = append(out, ip.IP.String())
		}
	}
	return out
}

func (s *Server) sit(ctx context.Context, in *struct {
	Body struct {
		Code string `json:"code" minLength:"5" maxLength:"20" doc:"as it stands on the wall; blanks and small letters do not matter"`
		Name string `json:"name" minLength:"1" maxLength:"30" doc:"a first name, or the number of the seat"`
	}
}) (*one[Seated], error) {
	name := strings.Join(strings.Fields(in.Body.Name), " ")
	if name == "" || !lesson.Readable(name) {
		return nil, unsound(errors.New("the name cannot be read: give a first name, or the number of the seat"))
	}
	sat, err := s.Store.Sit(ctx, store.Code(in.Body.Code), name)
	switch {
	case errors.Is(err, store.ErrDoor):
		return nil, huma.Error404NotFound(err.Error())
	case errors.Is(err, store.ErrSeats), errors.Is(err, store.ErrOver):
		return nil, huma.Error409Conflict(err.Error())
	case err != nil:
		return nil, s.refuse(err)
	}
	return s.seated(ctx, sat.Key)
}

// seatOf is a seat, and its class as it stands.
func (s *Server) seatOf(ctx context.Context, key string, atLeast int) (store.Sat, *studio.Stage, error) {
	sat, err := s.Store.Seat(ctx, key)
	if err != nil {
		return sat, nil, err
	}
	now, err := s.In(sat.Studio).Stage(ctx, sat.Class, atLeast)
	return sat, now, err
}

func (s *Server) seated(ctx context.Context, key string) (*one[Seated], error) {
	sat, now, err := s.seatOf(ctx, key, 0)
	if errors.Is(err, store.ErrNotFound) {
		return nil, huma.Error404NotFound("this seat is not there any more: come in by the code once more")
	}
	if err != nil {
		return nil, s.refuse(err)
	}
	l := now.Lesson
	cards := card.Of(l)
	for i := range cards {
		cards[i].Note = ""
	}
	return &one[Seated]{Seated{Seat: sat.Key, Title: now.Kept.Class.Title, Width: l.Support.Width, Height: l.Support.Height,
		Pictures: "/api/seats/" + sat.Key + "/pictures", Last: halfMinute(l.Minutes()), Cards: cards, Troubles: rescue.Troubles(), View: now.State.For(sat.ID())}}, nil
}

func (s *Server) say(ctx context.Context, in *struct {
	SeatPath
	Body ByStudent
}) (*one[teach.FromSeat], error) {
	sat, err := s.Store.Seat(ctx, in.Seat)
	if err != nil {
		return nil, s.refuse(err)
	}
	if b := in.Body; b.Kind == teach.Hand && b.Text != "" && !rescue.Known(rescue.Trouble(b.Text)) {
		return nil, unsound(errors.New("text names no trouble: choose one of those that are offered"))
	}
	path := ClassPath{InStudio{sat.Studio}, sat.Class}
	if err := s.happened(ctx, path, teach.Event{Kind: in.Body.Kind, Step: in.Body.Step, Seat: sat.ID(), Text: in.Body.Text}); err != nil {
		return nil, err
	}
	now, err := s.In(sat.Studio).Stage(ctx, sat.Class, 0)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[teach.FromSeat]{now.State.For(sat.ID())}, nil
}

func (s *Server) sendPhoto(ctx context.Context, in *struct {
	SeatPath
	RawBody []byte
}) (*struct{}, error) {
	sat, now, err := s.seatOf(ctx, in.Seat, 0)
	if err != nil {
		return nil, s.refuse(err)
	}
	_, err = patiently(ctx, func(ctx context.Context) (store.KeptCanvas, error) {
		return s.In(sat.Studio).FromSeat(ctx, sat.Class, now.State.Called(sat.ID()), in.RawBody)
	})
	if errors.Is(err, errPatience) {
		return nil, huma.Error503ServiceUnavailable("many are sending at once: try again in a moment")
	}
	return nil, s.refuse(err)
}

func (s *Server) seatPicture(ctx context.Context, in *struct {
	SeatPath
	Picture string `path:"picture" maxLength:"70"`
}) (*picture, error) {
	sat, now, err := s.seatOf(ctx, in.Seat, 1)
	if err != nil {
		return nil, s.refuse(err)
	}
	of := PictureOf{InStudio: InStudio{sat.Studio}, Version: rehearse.Version, Painting: now.Lesson.Painting()}
	if step, close := strings.CutPrefix(in.Picture, "closeup-"); close {
		return s.closeup(ctx, &closeupOf{of, step})
	}
	return s.frame(ctx, &frameOf{of, in.Picture})
}

func (s *Server) seatRescue(ctx context.Context, in *struct {
	SeatPath
	Made string `path:"made" pattern:"^[0-9a-f]{16}$"`
	Side string `path:"side" enum:"before.png,after.png"`
}) (*picture, error) {
	sat, err := s.Store.Seat(ctx, in.Seat)
	if err != nil {
		return nil, s.refuse(err)
	}
	body, err := s.In(sat.Studio).RescuePicture(ctx, sat.Class, in.Made, strings.TrimSuffix(in.Side, ".png"))
	if err != nil {
		return nil, s.refuse(err)
	}
	return still("image/png", body), nil
}

// seatBeat is how often a seat is told how its class stands though nothing has happened.
const seatBeat = 10 * time.Second

// seatEvents is a stream of the class as one seat sees it: at once, and whenever something happens
// in it. What was missed needs no telling again.
func (s *Server) seatEvents(c *fiber.Ctx) error {
	sat, now, err := s.seatOf(c.UserContext(), c.Params("seat"), 1)
	if err != nil {
		return s.refuse(err)
	}
	w := s.Hub.Watch(sat.Studio, "")
	c.Set(fiber.HeaderContentType, "text/event-stream")
	c.Set(fiber.HeaderCacheControl, "no-cache")
	c.Set("X-Accel-Buffering", "no")
	c.Context().SetBodyStreamWriter(func(out *bufio.Writer) {
		defer w.Leave()
		fmt.Fprint(out, "retry: 500\n")
		show := func(now *studio.Stage) {
			if body, err := json.Marshal(now.State.For(sat.ID())); err == nil {
				fmt.Fprintf(out, "data: %s\n\n", body)
			}
		}
		tell := func(atLeast int) {
			ctx, cancel := context.WithTimeout(context.Background(), streamBeat)
			defer cancel()
			if now, err := s.In(sat.Studio).Stage(ctx, sat.Class, atLeast); err == nil {
				show(now)
			}
		}
		show(now)
		beat, clock := time.NewTicker(streamBeat), time.NewTicker(seatBeat)
		defer beat.Stop()
		defer clock.Stop()
		for out.Flush() == nil {
			select {
			case e, there := <-w.Heard:
				switch {
				case !there:
					return // it comes back, and is told how the class stands
				case e.Kind == store.TeachEvent && e.Class == sat.Class:
					tell(e.Revision)
				}
			case <-clock.C:
				tell(1)
			case <-beat.C:
				fmt.Fprint(out, ": beat\n\n")
			}
		}
	})
	return nil
}
