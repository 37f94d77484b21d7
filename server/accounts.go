package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"

	"zincowl/app"
)

type credentials struct {
	Body struct {
		Name     string `json:"name" maxLength:"200"`
		Password string `json:"password" maxLength:"1000"`
	}
}

type recovery struct {
	Body struct {
		Name     string `json:"name" maxLength:"200"`
		Code     string `json:"code" maxLength:"100"`
		Password string `json:"password" maxLength:"1000"`
	}
}

// joined is a new account with the codes that are shown once.
type joined struct {
	Account app.Account `json:"account"`
	Codes   []string    `json:"codes" nullable:"false"`
}

func (s *Server) accountOperations() {
	signing(s, "/api/accounts", "sign-up", "Make an account and sign in", func(ctx context.Context, in *credentials) (joined, app.Account, error) {
		a, codes, err := s.app.SignUp(ctx, in.Body.Name, in.Body.Password)
		return joined{a, codes}, a, err
	})
	signing(s, "/api/session", "sign-in", "Sign in", func(ctx context.Context, in *credentials) (app.Account, app.Account, error) {
		a, err := s.app.SignIn(ctx, in.Body.Name, in.Body.Password, callerOf(ctx).browser)
		return a, a, err
	})
	signing(s, "/api/recovery", "recover", "Set a new password with a recovery code", func(ctx context.Context, in *recovery) (app.Account, app.Account, error) {
		a, err := s.app.Recover(ctx, in.Body.Name, in.Body.Code, in.Body.Password)
		return a, a, err
	})
	out := huma.Operation{OperationID: "sign-out", Method: http.MethodDelete, Path: "/api/session", Summary: "Sign out"}
	without(&out)
	huma.Register(s.api, out, func(ctx context.Context, _ *struct{}) (*signed[done], error) {
		if err := s.app.End(ctx, callerOf(ctx).session); err != nil {
			return nil, s.problem(ctx, err)
		}
		return &signed[done]{[]http.Cookie{s.cookie(sessionCookie, "")}, done{true}}, nil
	})
	operation(s, http.MethodGet, "/api/me", "me", "Who is signed in", func(ctx context.Context, _ *struct{}) (app.Account, error) {
		return s.app.Me(ctx, account(ctx))
	})
	operation(s, http.MethodPut, "/api/me/settings", "change-settings", "Change what the account chose about the interface",
		func(ctx context.Context, in *struct{ Body app.Settings }) (app.Settings, error) {
			return in.Body, s.app.ChangeSettings(ctx, account(ctx), in.Body)
		})
	operation(s, http.MethodPut, "/api/me/password", "change-password", "Set another password, and sign out everywhere else",
		func(ctx context.Context, in *struct {
			Body struct {
				Old string `json:"old" maxLength:"1000"`
				New string `json:"new" maxLength:"1000"`
			}
		}) (done, error) {
			return done{true}, s.app.ChangePassword(ctx, visitor(ctx), in.Body.Old, in.Body.New)
		})
	operation(s, http.MethodGet, "/api/me/sessions", "sessions", "List where the account is signed in", func(ctx context.Context, _ *struct{}) ([]app.Session, error) {
		return s.app.Sessions(ctx, visitor(ctx))
	})
	operation(s, http.MethodDelete, "/api/me/sessions", "end-other-sessions", "Sign out everywhere but here", func(ctx context.Context, _ *struct{}) (done, error) {
		return done{true}, s.app.EndOtherSessions(ctx, visitor(ctx))
	})
	operation(s, http.MethodDelete, "/api/me/sessions/{session}", "end-session", "Sign out in one browser", func(ctx context.Context, in *struct {
		Session uuid.UUID `path:"session"`
	}) (done, error) {
		return done{true}, s.app.EndSession(ctx, account(ctx), in.Session)
	})
}
