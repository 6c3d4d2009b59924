package server

import (
	"context"

	"evenladder/core/call"
	"evenladder/server/api"
)

func (h handlers) MakeCalls(_ context.Context, r api.MakeCallsRequestObject) (api.MakeCallsResponseObject, error) {
	made, err := call.Build(*r.Body)
	return api.MakeCalls200JSONResponse(made), err
}
