unit FourUnit;

{$mode objfpc}{$H+}

interface

type
  TDisc = (dNone, dRed, dYellow);

  TFour = class
  private
    FCells: array[0..5, 0..6] of TDisc;
    FTurn: TDisc;
    FWinner: TDisc;
    FCount: Integer;
    function Run(r, c, dr, dc: Integer): Integer;
  public
    constructor Create;
    function Drop(column: Integer): Boolean;
    function Cell(row, column: Integer): TDisc;
    function IsDraw: Boolean;
    property Turn: TDisc read FTurn;
    property Winner: TDisc read FWinner;
  end;

implementation

constructor TFour.Create;
begin
  FTurn := dRed;
  FWinner := dNone;
  FCount := 0;
end;

function TFour.Run(r, c, dr, dc: Integer): Integer;
var
  mine: TDisc;
begin
  mine := FCells[r, c];
  Result := 0;
  r := r + dr;
  c := c + dc;
  while (r >= 0) and (r <= 5) and (c >= 0) and (c <= 6) and (FCells[r, c] = mine) do
  begin
    Inc(Result);
    r := r + dr;
    c := c + dc;
  end;
end;

function TFour.Drop(column: Integer): Boolean;
var
  row: Integer;
begin
  Result := False;
  if (FWinner <> dNone) or (column < 0) or (column > 6) or (FCells[0, column] <> dNone) then
    Exit;
  row := 5;
  while FCells[row, column] <> dNone do
    Dec(row);
  FCells[row, column] := FTurn;
  Inc(FCount);
  if (Run(row, column, 0, 1) + Run(row, column, 0, -1) >= 3) or (Run(row, column, 1, 0) >= 3)
    or (Run(row, column, 1, 1) + Run(row, column, -1, -1) >= 3) or (Run(row, column, 1, -1) + Run(row, column, -1, 1) >= 3) then
    FWinner := FTurn;
  if FTurn = dRed then
    FTurn := dYellow
  else
    FTurn := dRed;
  Result := True;
end;

function TFour.Cell(row, column: Integer): TDisc;
begin
  Result := FCells[row, column];
end;

function TFour.IsDraw: Boolean;
begin
  Result := (FCount = 42) and (FWinner = dNone);
end;

end.
